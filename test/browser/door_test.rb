# frozen_string_literal: true

require_relative "../support/browser_case"

# Coming in at the open door, on a phone and at a desk: finder, applicant, guardian, member,
# coordinator.
class DoorBrowserTest < BrowserCase
  def key_of_consent
    wait_until { db[:letters].where(recipient: "ada@marrow.example").any? }
    db[:letters].where(recipient: "ada@marrow.example").get(:body)[%r{consent/([\w-]+)}, 1]
  end

  def test_a_finder_comes_from_the_front_page_to_the_report_in_one_touch
    as_phone
    visit "/"
    assert_selector "h1"
    click_link "I found a tag"
    assert_current_path "/report"
  end

  def test_a_junior_asks_the_guardian_consents_and_the_coordinator_accepts
    as_phone
    visit "/join"
    click_button "somebody under 18"
    fill_in "Your name", with: "Wren Tolley"
    fill_in "Your e-mail address", with: "wren@marrow.example"
    # What is typed survives a reload.
    visit "/join"
    assert_field "Your name", with: "Wren Tolley"
    fill_in "Name of a parent or guardian", with: "Ada Tolley"
    fill_in "Their e-mail address", with: "ada@marrow.example"
    fill_in "On which island", with: "great marrow"
    check "I keep fish in the water"
    click_button "Ask to join"
    assert_selector "[data-testid=sent]"
    visit "/join/consent/#{key_of_consent}"
    click_button "I consent for Wren Tolley"
    assert_text "You have consented"
    as_wide(1280, 800)
    sign_in("hamish@marrow.example")
    visit "/office/members"
    within("[data-application='Wren Tolley']") do
      assert_text "Ada Tolley has consented."
      click_button "Accept"
    end
    assert_text "Wren Tolley: done."
    assert_selector "td, .cards", text: "Wren Tolley"
    assert_predicate db[:members].where(name: "Wren Tolley", is_junior: true), :any?
  end

  def test_a_meet_is_planned_stands_at_the_ramp_and_closes_on_the_deck
    sign_in("hamish@marrow.example")
    visit "/meets"
    click_button "Plan a meet"
    fill_in "Name", with: "Autumn meet"
    find("[data-seat='Isolde Brannock']").set("Gannet")
    click_button "Save meet"
    assert_text "Everybody has a trip with this plan."
    click_link "Autumn meet"
    assert_text "too few fish yet"
    fill_in "Close it early", with: "The water is too warm."
    click_button "Close this meet"
    assert_selector "[data-testid=closed]", text: "too warm"
    as_phone
    sign_in
    assert_selector ".now [role=alert]", text: "Meet closed: The water is too warm."
  end

  def test_a_safety_notice_asks_for_a_receipt
    sign_in("hamish@marrow.example")
    visit "/office/notices"
    select "Safety", from: "Kind"
    fill_in "Headline", with: "Thunder from noon"
    fill_in "What members should do", with: "Off the water by eleven."
    click_button "Send notice"
    assert_selector "[data-notice='Thunder from noon']", text: "Nobody has said yet"
    as_phone
    sign_in
    visit "/ready"
    click_button "I have read it"
    assert_no_button "I have read it"
    wait_until { db[:notice_receipts].any? }
  end

  def test_letters_end_by_the_address_under_one_and_begin_again_under_you
    as_phone
    visit "/letters/stop/#{db[:members].where(id: @isolde[:id]).get(:stop_key)}"
    click_button "Stop these letters"
    assert_text "No more of these letters come."
    sign_in
    visit "/you"
    assert_checked_field "No letters"
    choose "Letters on Mondays"
    assert_text "Saved."
    wait_until { db[:members].where(hears: "monday").any? }
  end

  def test_a_kit_is_ordered_in_a_touch_and_posted
    store = Store::Gateway.new(db)
    store.stock.keep_item({ code: "needle", name: "spare needle", reorder_at: 1, in_kit: 2 })
    store.stock.move(item_code: "needle", count: 5, reason: "counted", made_by: @hamish[:id])
    as_phone
    sign_in
    visit "/ready/locker"
    click_button "Order a starter kit"
    assert_text "2 × spare needle, asked for"
    as_wide(1280, 800)
    sign_in("hamish@marrow.example")
    visit "/office/stock"
    within("[data-order='Isolde Brannock']") { click_button "Posted" }
    assert_text "The member’s kit has it."
    assert_selector "[data-item=needle]", text: "3"
  end
end
