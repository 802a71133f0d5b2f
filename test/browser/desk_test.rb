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
      Acts::RecordEncounter.call(store:, member: @isolde, id: SecureRandom.uuid, now: Seeds::NOW,
                                 sent: Seeds.encounter(trip, number: "MS00000#{index}", start: Seeds::NOW - (86_400 * 30) - (index * 3600)))
    end
    ["MS00000?", "ZZ9", "MS000O01"].each do |number|
      Acts::ReportTag.call(store:, id: SecureRandom.uuid, today: Date.today, sent: Seeds.report(number_as_read: number, place: { lat_deg: 48.63, lon_deg: -21.45 }))
    end
    sign_in("hamish@marrow.example", to: "/finds")
    click_link "Judge what waits"
  end

  def keys(*pressed) = pressed.each { |key| page.driver.browser.page.keyboard.type(key) }
  def states = db[:reports].order(:sent_at).select_map(:state)

  def test_three_reports_by_the_keys_and_one_taken_back
    assert_selector ".candidate", count: 2
    assert_accessible(".desk")
    second = all(".candidate")[1]["data-candidate"]
    keys("2")
    assert_selector ".candidate[aria-pressed=true][data-candidate=#{second}]"
    keys("r")
    fill_in "Reason", with: "The finder's photo shows the last digit."
    keys(:Escape, :Enter)
    assert_text "2 reports wait"
    assert_text "No fish of ours carries a number like this one."

    assert_equal ["The finder's photo shows the last digit.", second], db[:decisions].get(%i[reason tag_number])
    keys("x")
    assert_text "1 report waits"
    assert_selector ".candidate[data-candidate=MS000001]"

    assert_equal %w[matched set_aside waiting], states
    keys("u")
    assert_text "2 reports wait"

    assert_equal %w[matched waiting waiting], states
    assert_equal %w[accepted none_of_these undone], db[:decisions].order(:id).select_map(:verdict)
  end

  def test_a_decision_made_meanwhile_is_told_and_not_overrun
    assert_selector ".candidate", count: 2
    report = db[:reports].order(:sent_at).get(:id)
    Acts::DecideReport.call(store: Store::Gateway.new(db), member: @hamish, report_id: report, verdict: "none_of_these", reason: "Another desk.", seen: 0, now: Time.now)
    keys(:Enter)
    assert_text "Somebody decided this report meanwhile."

    assert_equal 0, db[:matches].where(report_id: report).count
  end
end
