# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/accessibility"
require_relative "../../bench/support/pictures/tag_pictures"

# Finders as they are, on a phone; and what leaves the desk.
class FindersBrowserTest < BrowserCase
  include Accessibility

  def setup
    super
    trip = Seeds.trip(db, @isolde)
    [1, 2].each do |index|
      Acts::RecordEncounter.call(
        Acts::Context.new(store: Store::Gateway.new(db), member: @isolde, now: Seeds::NOW),
        id: SecureRandom.uuid,
        sent:
          Seeds.encounter(
            trip,
            number: "MS00000#{index}",
            start: Seeds::NOW - (86_400 * 30) - (index * 3600)
          )
      )
    end
  end

  def report(number = "MS000001")
    as_phone
    visit "/report"
    fill_in "Number on the tag", with: number
  end

  def test_a_tag_without_its_fish_is_the_story_of_that_fish
    report
    choose "The tag alone"
    assert_no_field "Length"
    fill_in "The number once more", with: "MS000010"
    assert_text "Above you typed MS000001, here MS000010."
    assert_button "Send and read its story", disabled: true
    fill_in "The number once more", with: "ms 000001"
    assert_accessible(".report")
    click_button "Send and read its story"
    assert_text "Tag found"

    assert_equal %w[tag_alone unknown matched], db[:reports].get(%i[found_how fate state])
  end

  def test_the_number_is_read_out_of_the_photo_when_asked_and_taken_when_that_is_confirmed
    photo = File.join(Dir.mktmpdir, "tag.jpg")
    File.binwrite(photo, Pictures::TagPictures.new(20).picture(1, number: "MS000001").jpeg)
    report("")
    attach_file("photo", photo)
    click_button "Read the number from the photo"
    assert_text "We read MS000001"
    assert_field "Number on the tag", with: ""
    assert_accessible(".report")
    click_button "Use MS000001"
    assert_field "Number on the tag", with: "MS000001"
    Vips::Image.new_from_file(photo).gaussblur(14).jpegsave(blurred = "#{photo}.blurred.jpg")
    attach_file("photo", blurred)

    assert_text "This photo is blurred. Take another?"
  end

  def test_a_day_that_nobody_knows_and_one_of_which_only_the_month_is_known
    report
    choose "I do not know"
    assert_no_field "Day of the catch"
    fill_in "The number once more", with: "MS000001"
    click_button "Send and read its story"
    assert_text "the day is not known"
    assert_text "at most"
    report("MS000002")
    choose "Between two days"
    fill_in "From", with: Date.new(2026, 7, 1)
    fill_in "to", with: Date.new(2026, 7, 31)
    fill_in "The number once more", with: "MS000002"
    click_button "Send and read its story"
    assert_text "between 1 July 2026 and 31 July 2026"
    click_button "inches, pounds and miles"
    assert_text "16.2 in FL"
  end

  def test_without_a_signal_the_report_stays_and_goes_out_by_itself_once
    report
    fill_in "The number once more", with: "MS000001"
    no_signal
    click_button "Send and read its story"
    assert_text "No signal. Your report is saved on this device"

    assert_equal 0, db[:reports].count
    signal
    visit "/report"
    assert_text "Thank you. This is the fish’s story so far."

    assert_equal [%w[MS000001 matched]], db[:reports].select_map(%i[number_as_read state])
  end

  def test_a_report_that_waits_says_why_and_becomes_a_story_at_its_link
    report("MS00000?")
    fill_in "The number once more", with: "MS00000?"
    click_button "Send and read its story"
    assert_text "Part of the number is missing"
    assert_text "These would help:"
    click_link "Read it, or add to it"
    fill_in "Number on the tag", with: "MS000002"
    click_button "Send changes"
    assert_text "European seabass"
    assert_text "days at liberty"
  end

  def test_a_decision_is_taken_back_before_anything_leaves
    Acts::ReportTag.call(
      Acts::Context.new(store: Store::Gateway.new(db)),
      id: SecureRandom.uuid,
      sent:
        Seeds.report(
          number_as_read: "MS00000?",
          finder_contact: "edda@finders.example",
          place: {
            lat_deg: 48.61,
            lon_deg: -21.47
          }
        )
    )
    sign_in("hamish@marrow.example", to: "/finds/review")
    assert_selector ".candidate", minimum: 2
    find("button", text: /\AAccept MS/).click
    assert_text "Check what speaks against it"
    find("button", text: / anyway/).click
    assert_text "leave at"

    assert_equal 2, db[:letters].where(state: "queued").count
    find("button", text: /\AUndo: /).click
    assert_text "1 report to review"

    assert_equal %w[withdrawn withdrawn], db[:letters].select_map(:state)
  end
end
