# frozen_string_literal: true

require "rotp"
require_relative "../support/browser_case"

# A member's own account, and what coordinators keep of the programme.
class AccountTest < BrowserCase
  def test_a_second_factor_from_setting_up_to_a_code_on_paper
    as_phone
    sign_in("hamish@marrow.example", to: "/you")
    click_button "Set up a second factor"
    assert_selector ".code svg"
    totp = ROTP::TOTP.new(find(".factor > .figures").text.delete(" "))
    within(".factor") do
      fill_in "2. Your password", with: PASSWORD
      fill_in "3. The six digits that the phone shows", with: totp.now
      click_button "Set up"
      assert_text "10 codes on paper are left."
    end
    codes = all(".paper li").map(&:text)

    assert_equal 10, codes.size
    sign_out_and_in_again
    fill_in "Six digits", with: "000000"
    click_button "Continue"
    assert_selector "[role=alert]", text: "That code is not right"
    click_button "My phone is gone; I have codes on paper"
    fill_in "One of the codes you wrote down", with: codes.first
    click_button "Continue"
    assert_selector ".bar a[href='/deck']"
  end

  def sign_out_and_in_again
    visit "/you"
    click_button "Sign out"
    fill_in "E-mail", with: "hamish@marrow.example"
    fill_in "Password", with: PASSWORD
    click_button "Sign in"
    assert_text "The code from your phone"
  end

  # A session that was left open asks for the password before it gives a key away.
  def test_a_key_wants_the_password_again_and_what_was_typed_is_kept
    sign_in("hamish@marrow.example", to: "/office/api-keys")
    fill_in "Who or what uses the key", with: "The university's mirror"
    Time.stub(:now, Time.now + Api::Base::CONFIRMED_SECONDS + 60) do
      click_button "Create key"
      assert_selector "dialog h2", text: "Enter your password again"
      fill_in "Password", with: "not the one"
      click_button "Continue"
      assert_text "That is not your password."
      fill_in "Password", with: PASSWORD
      click_button "Continue"
      assert_no_selector "dialog"
      assert_text "The university's mirror"
    end

    assert_equal ["The university's mirror"], db[:reading_keys].select_map(:name)
  end

  def test_a_member_leaves_and_is_forgotten
    as_phone
    db[:tags].where(holder_id: @isolde[:id]).update(holder_id: nil, state: "in_stock")
    sign_in(to: "/you")
    # Wait for the lists above, so that nothing moves under the finger.
    assert_text "this device"
    assert_text "With a second factor nobody can sign in"
    find("summary", text: "Leave and be forgotten").click
    assert_text "Kept:"
    assert_button "Forget me", disabled: true
    fill_in "forget_password", with: "not my password"
    check "This cannot be undone. I have my record, or do not want it."
    click_button "Forget me"
    assert_text "That is not your password."
    fill_in "forget_password", with: PASSWORD
    click_button "Forget me"
    assert_text "Nothing here names you any more"
    fill_in "E-mail", with: "isolde@marrow.example"
    fill_in "Password", with: PASSWORD
    click_button "Sign in"
    assert_selector "[role=alert]"
  end

  def test_devices_are_seen_and_signed_out
    sign_in(to: "/you")
    db[:account_active_session_keys].insert(
      account_id: @isolde[:account_id],
      session_id: "another",
      address: "192.0.2.9",
      agent: "Mozilla/5.0 (Android) Firefox/150"
    )
    visit "/you"
    assert_text "Firefox on Android"
    click_button "Sign out there"
    assert_no_text "Firefox on Android"

    assert_equal 1, db[:account_active_session_keys].count
  end

  def test_a_new_address_by_letter
    sign_in(to: "/you")
    fill_in "New address", with: "isolde@elsewhere.example"
    fill_in "Your password", with: PASSWORD
    click_button "Send the letter"
    assert_text "A letter is on its way to isolde@elsewhere.example."
    visit URI(db[:letters].order(:id).last[:body][/http\S+/]).request_uri
    click_button "Confirm address"
    assert_text "It is confirmed."

    assert_equal "isolde@elsewhere.example", Store::Members.new(db).email(@isolde[:id])
  end

  def test_a_spot_is_entered_on_the_map_and_a_coast_from_a_file
    sign_in("hamish@marrow.example", to: "/office/waters")
    click_button "Add spot"
    fill_in "Name", with: "Harrow North", exact: true
    fill_in "Latitude, degrees north", with: "48.6"
    fill_in "Longitude, degrees east", with: "-21.7"
    select "Marrow Sound", from: "Water"
    within(all(".sheet").last) { click_button "Save" }
    assert_selector "[role=alert]", text: "does not lie in Marrow Sound"
    assert_no_selector ".bug"
    fill_in "Longitude, degrees east", with: "-21.3"
    within(all(".sheet").last) { click_button "Save" }
    assert_text "Harrow North is saved."
    file = File.join(Dir.mktmpdir, "coast.geojson").tap { |path| File.write(path, "not json") }
    attach_file "Read GeoJSON file", file
    assert_text "is not readable as GeoJSON"
  ensure
    db[:spots].where(code: "harrow_north").delete
  end

  def test_sign_ins_are_seen_by_coordinators
    sign_in
    sign_out
    sign_in("hamish@marrow.example", to: "/office/sign-ins")
    assert_selector "td", text: "Isolde Brannock"
    select "signed out", from: "Event"
    assert_no_selector "td", text: "Hamish Torvald"
  end
end
