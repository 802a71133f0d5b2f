# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/accessibility"

# A coordinator judges what waits, by the keys alone.
class DeskTest < BrowserCase
  include Accessibility

  def setup
    super
    store = Store::Gateway.new(db)
    trip = Seeds.trip(db, @isolde)
    [1, 2].each do |index|
      Acts::RecordEncounter.call(
        Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
        id: SecureRandom.uuid,
        sent:
          Seeds.encounter(
            trip,
            number: "MS00000#{index}",
            start: Seeds::NOW - (86_400 * 30) - (index * 3600)
          )
      )
    end
    ["MS00000?", "ZZ9", "MS0000?1"].each do |number|
      Acts::ReportTag.call(
        Acts::Context.new(store:), id: SecureRandom.uuid,
        sent: Seeds.report(number_as_read: number, place: { lat_deg: 48.63, lon_deg: -21.45 })
      )
    end
    sign_in("hamish@marrow.example", to: "/finds")
    click_link "Review reports"
    find("h1", text: "Review")
  end

  def keys(*pressed) = pressed.each { |key| page.driver.browser.page.keyboard.type(key) }
  def states = db[:reports].order(:sent_at).select_map(:state)

  # Whoever clicks on looks at what was clicked last, whatever the signal brings later.
  def test_a_slow_answer_does_not_push_aside_what_was_chosen_after_it
    assert_selector ".candidate", minimum: 2
    slow, quick = db[:reports].order(:sent_at).limit(3).select_map(%i[id number_as_read]).drop(1)
    slow_down("/api/reports/#{slow[0]}/desk", seconds: 1)
    find(".queue button", text: slow[1]).click
    find(".queue button", text: quick[1]).click
    assert_selector ".queue button[aria-current=true]", text: quick[1]
    wait_until { script("window.slowAnswers") == 1 }

    assert_selector ".queue button[aria-current=true]", text: quick[1]
    assert_no_selector ".queue button[aria-current=true]", text: slow[1]
  end

  def test_three_reports_by_the_keys_and_one_taken_back
    assert_selector ".candidate", minimum: 2
    assert_accessible(".desk")
    second = all(".candidate")[1]["data-candidate"]
    keys("2")
    assert_selector ".candidate[aria-pressed=true][data-candidate=#{second}]"
    keys("w")
    fill_in "Reason", with: "The finder's photo shows the last digit."
    keys(:Escape, "1", "2", :Enter)
    assert_text "Check what speaks against it"
    keys(:Enter)
    assert_text "2 reports to review"
    assert_selector ".queue [aria-current=true]", text: "ZZ9"

    assert_equal ["The finder's photo shows the last digit.", second],
      db[:decisions].get(%i[reason tag_number])
    keys("n")
    assert_text "1 report to review"
    assert_selector ".candidate[data-candidate=MS000001]"

    assert_equal %w[matched set_aside waiting], states
    keys("b")
    assert_text "2 reports to review"

    assert_equal %w[matched waiting waiting], states
    assert_equal %w[accepted none_of_these undone], db[:decisions].order(:id).select_map(:verdict)
  end

  def test_a_decision_made_meanwhile_is_told_and_not_overrun
    assert_selector ".candidate", minimum: 2
    report = db[:reports].order(:sent_at).get(:id)
    Acts::DecideReport.call(
      Acts::Context.new(store: Store::Gateway.new(db), member: @hamish),
      report_id: report,
      verdict: "none_of_these",
      reason: "Another desk.",
      seen: 0
    )
    keys(:Enter)
    assert_text "Check what speaks against it"
    keys(:Enter)
    assert_text "Somebody decided this report meanwhile."

    assert_equal 0, db[:matches].where(report_id: report).count
  end

  # Steps that need words first, and what comes of them, with no hand on the mouse.
  def test_asking_a_second_opinion_and_another_programmes_tag_by_the_keys
    db[:reports].where(number_as_read: "MS00000?").update(finder_contact: "edda@finders.example")
    visit current_url
    assert_selector ".candidate", minimum: 2
    keys("a")
    page.driver.browser.page.keyboard.type("Is the last one a 1 or a 7?")
    keys(:Enter)
    assert_selector ".queue [aria-current=true]", text: "ZZ9"
    keys("p")
    page.driver.browser.page.keyboard.type("Harrow Bank")
    keys(:Enter)
    assert_selector ".queue [aria-current=true]", text: "MS0000?1"
    keys("s")
    page.driver.browser.page.keyboard.type("Agnes, is this a zero?")
    keys(:Enter)
    assert_selector ".queue li", count: 2
    assert_text "a second opinion is asked for"

    assert_equal ["asked", "second_opinion", nil],
      db[:reports].order(:sent_at).select_map(:waiting_reason).values_at(0, 2, 1)
    assert_includes db[:letters].where(kind: "question_to_finder").get(:body),
      "Is the last one a 1 or a 7?"
    visit "/finds/other-tags"
    assert_text "Harrow Bank: 1, 1 not passed on"
    assert_accessible(".others")
  end

  def test_two_tellings_of_one_catch_are_joined
    store = Store::Gateway.new(db)
    ["Edda Morrow", "Gil Sandham"].each do |finder_name|
      Acts::ReportTag.call(
        Acts::Context.new(store:),
        id: SecureRandom.uuid,
        sent:
          Seeds.report(
            number_as_read: "MS000002",
            finder_name:,
            caught_on: Seeds::NOW.to_date,
            place: {
              lat_deg: 48.63,
              lon_deg: -21.45
            },
            length: nil
          )
      )
    end
    visit current_url
    all(".queue button").last.click
    assert_text "Possibly the same catch"
    click_button "Join this report to it", match: :first
    wait_until { db[:reports].where(state: "joined").count == 1 }
  end
end

# Doubts, letters and who changed what, as a coordinator meets them.
class OfficeOfFindsTest < BrowserCase
  include Accessibility

  def test_a_doubt_is_settled_by_the_keys_and_taken_back
    store = Store::Gateway.new(db)
    trip_id = Seeds.trip(db, @isolde)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
      id: SecureRandom.uuid,
      sent: Seeds.encounter(trip_id, weight_g: 5000)
    )
    Acts::SubmitTrip.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
      trip_id:,
      coast: Acts::Coast.new(Store::Gateway.new(db))
    )
    sign_in("hamish@marrow.example", to: "/finds/queries")
    assert_selector ".doubts li"
    count = all(".doubts li").size
    assert_accessible(".doubts-page")
    find("body").send_keys(:enter)
    wait_until { db[:queries].exclude(settled_by: nil).count == 1 }
    find("body").send_keys("b")
    wait_until { db[:queries].where(settled_at: nil).count == count }
  end

  def test_a_record_held_back_is_mended_where_it_is_listed
    store = Store::Gateway.new(db)
    trip_id = Seeds.trip(db, @isolde)
    id = SecureRandom.uuid
    sent = Seeds.encounter(trip_id, number: "MS009999")
    body = sent.merge(stages: sent[:stages].map { |tap| tap.merge(at: tap[:at].iso8601(3)) })
    Acts::RecordBatch.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
      records: [{ id:, body:, read: -> { sent } }],
      bug: :message.to_proc
    )
    sign_in("hamish@marrow.example", to: "/finds/queries")
    click_button "Fix"
    fill_in "Tags applied", with: "MS009998"
    fill_in "Reason, and how you know", with: "Read again on the photo."
    click_button "Save correction"
    assert_selector "[role=alert]", text: "MS009998"
    assert_field "Reason, and how you know", with: "Read again on the photo."
    assert_accessible(".doubts-page")
    fill_in "Tags applied", with: "MS000002"
    click_button "Save correction"
    assert_text "Saved."
    assert_no_selector ".held"
    assert_equal ["MS000002"], store.fish.tags_at(id)
  end

  def test_words_of_a_letter_are_changed_with_their_preview_and_survive_a_reload
    sign_in("hamish@marrow.example", to: "/office/letters")
    fill_in "Text", with: "Tag {{ tag }}, and {{ nonsense }}."
    assert_selector "[role=alert]", text: "no value called nonsense"
    fill_in "Text", with: "Tag {{ tag }} of {{ species }}."
    assert_selector "[aria-label=Preview]", text: "Tag AB004217 of European seabass."
    visit "/office/letters"
    assert_field "Text", with: "Tag {{ tag }} of {{ species }}."
    assert_accessible(".letters")
    click_button "Save text"
    assert_text "Letters from now on use this text."

    assert_equal "Tag {{ tag }} of {{ species }}.", db[:letter_templates].get(:body)
    visit "/office/change-history"
    assert_text "letter templates", minimum: 1
    assert_accessible(".changes")
  end
end
