# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/accessibility"
require_relative "../../bench/support/pictures/tag_pictures"

# What a coordinator sets, takes back and hands out.
class OfficeBrowserTest < BrowserCase
  include Accessibility

  def setup
    super
    sign_in("hamish@marrow.example", to: "/office/members")
  end

  def test_many_members_come_from_a_table_that_is_tried_first
    as_phone
    sign_in("hamish@marrow.example", to: "/office/members")
    find("summary", text: "Import many members").click
    attach(<<~CSV)
      name,email
      Wenna Carne,wenna@marrow.example
      Tam Ottery,isolde@marrow.example
    CSV
    assert_text "1 of 2 rows can be saved"
    assert_text "Line 3, Tam Ottery: email is “isolde@marrow.example”"
    assert_no_text "Wenna Carne"
    click_button "Save the good rows"
    assert_text "Rows saved: 1."
    assert_text "Wenna Carne"
  end

  def attach(text)
    path = File.join(Dir.mktmpdir, "members.csv")
    File.write(path, text)
    attach_file("A file of members", path)
  end

  def test_a_member_is_added_with_a_sign_of_it_and_given_a_kit
    click_button "Add member"
    fill_in "Name", with: "Wren Castellan", match: :first
    fill_in "E-mail", with: "wren@marrow.example"
    click_button "Save"
    assert_text "Wren Castellan is added. A letter to " \
      "wren@marrow.example contains a link for a password"
    click_button "Isolde Brannock"
    assert_text(/Holds \d+ tags and nothing else of the cooperative’s/)
    fill_in "Item", with: "spare needle"
    fill_in "How many", with: 2
    click_button "Issue item"
    assert_text(/Holds \d+ tags, 2 × spare needle/)
    assert_accessible(".members")
    fill_in "Item", with: "spare needle"
    fill_in "How many", with: 5
    click_button "Record return"
    assert_text "Isolde Brannock holds 2 of “spare needle”, so 5 cannot be returned."
  end

  def test_a_law_that_was_wrong_is_taken_back
    Seeds.law(db, species_code: "seabass", min_mm: 420)
    db[:laws].update(entered_at: Time.now - 9000)
    visit "/office/species"
    click_button "European seabass"
    click_button "Record a check"
    fill_in "Keep from, mm", with: "4200"
    fill_in "Authority", with: "Marrow Sound Fisheries Board"
    click_button "Save entry"
    assert_text "Marrow Sound: from 4200"
    click_button "This entry is wrong", match: :first
    fill_in "What is wrong with it", with: "A nought too many."
    click_button "Withdraw entry"
    assert_text "Marrow Sound: from 420"
    find("summary", text: "Earlier entries (1)").click
    assert_text "withdrawn: A nought too many."
  end

  def test_a_figure_of_the_house_and_a_note_to_a_guild_are_a_new_version_of_the_rules
    visit "/office/house-rules"
    fill_in("Air for every fish", with: "80").send_keys(:tab)
    select "bass-like jaw-hold", from: "Guild"
    fill_in("Note", with: "Mind the gill cover.").send_keys(:tab)
    assert_selector "aside .new", minimum: 1
    assert_accessible(".rules")
    fill_in "Reason", with: "A hot summer."
    click_button "Save as version 2"
    assert_text "Version 2 applies from the next card on."
    visit "/guide/bass_like"
    assert_text "Mind the gill cover."
  end

  def test_days_and_hours_as_their_reader_writes_them
    db[:members].where(id: @isolde[:id]).update(permit_expires_on: Date.new(2027, 3, 4))
    visit "/you"
    choose "November 26, 2026, 05:05 PM"
    wait_until { db[:members].where(id: @hamish[:id]).get(:dates) == "month_first" }
    visit "/office/members"
    assert_text "Mar 4, 2027"
    click_button "Isolde Brannock"
    assert_field "Valid until", with: "03/04/2027"
  end

  # On a phone: who photographs a tag has one in the hand.
  def test_a_camera_is_tried_on_a_known_tag_and_what_it_said_outlives_a_reload
    photo = File.join(Dir.mktmpdir, "IMG_7.jpg")
    File.binwrite(photo, Pictures::TagPictures.new(20).picture(1, number: "MS002916").jpeg)
    as_phone
    visit "/office/camera-check"
    assert_text "No photo checked yet."
    fill_in "Number on it", with: "ms 2916"
    attach_file("Photo", photo)
    assert_accessible(".page")
    click_button "Check photo"
    assert_text "Tags read whole and right: 1 of 1"
    visit "/office/camera-check"
    assert_selector "td", text: "MS002916", count: 2
    click_button "Remove"
    assert_text "No photo checked yet."
  end

  def test_a_list_is_cards_on_a_phone
    as_phone
    visit "/office/members"
    assert_selector "td[data-label='Permit']", text: "MSC-1"

    assert_equal "block",
      script("getComputedStyle(document.querySelector('.list tr:has(td)')).display")
  end
end
