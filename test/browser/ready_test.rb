# frozen_string_literal: true

require_relative "../support/browser_case"

class ReadyTest < BrowserCase
  # Three things first; the rest is folded, and the plan is a touch away.
  def test_a_new_member_begins_with_three_things
    as_phone
    sign_in(to: "/ready")
    within(".first") do
      assert_selector "li", count: 3
      assert_text "A mentor goes with you on your first day."
      click_link "Plan your first day with a mentor"
    end
    wait_until { script("document.querySelector('#plan').getBoundingClientRect().top < 200") }
    assert_no_selector ".mend li"
    find(".mend summary").click
    assert_selector ".mend li"
    select "Cutter Ledge", from: "Spot"
    assert_selector ".first li.done", text: "Plan your first day"
  end

  # One plan from first edit to the card on the Deck, the same on a desk and on a phone.
  def plan_to_card
    sign_in(to: "/ready")
    select "Cutter Ledge", from: "Spot"
    within("[role=radiogroup][aria-label='Platform']") do
      find("[role=radio]", text: "boat").click
    end
    expect_fish("Atlantic cod")
    fill_in "to, m", with: "40"
    fill_in "Water, surface °C", with: "15,5"

    assert_selector ".verdict.care", text: "Atlantic cod"
    assert_text "15.5 °C is warm for Atlantic cod"
    # By hand: 6.57 kg of cod from 40 m, half as much lead again as it is lifted by.
    lift_kg = 0.0085 * (85**3.05) / 1000 * 0.05 * (40 / 10.07)
    lead_kg = lift_kg * 1.5 / (1 - (1025 / 11_340.0))
    assert_text "#{lead_kg.round(2)} kg of lead, release at 20 m"
    find("[role=checkbox]", text: "landing net").click
    assert_text(/1 of \d+ in the bag/)
    click_button "Take this card"
    assert_button "Fish on"

    assert_equal "cod", find("select[aria-label=Species]").value
    assert_selector ".streamer", text: "MS000001"
    plan = db[:trips].get(:plan)

    assert_equal [40, 15.5], plan.values_at("depth_to_m", "surface_temp_c")
    assert_equal ["cod"], plan["species_codes"].to_a
    assert_equal ["net"], db[:trips].get(:ticks).to_a
  end

  # Takes away what is chosen by default, and chooses one.
  def expect_fish(name)
    find(".el-select").click
    option = ".el-select-dropdown__item"
    find(option, text: name)
    chosen = "#{option}.is-selected"
    # The list moves while names fill the field above it, so the click goes to the name itself.
    find(option, text: name).trigger("click") if has_no_selector?(chosen, text: name, wait: 0)
    assert_selector chosen, text: name
    all(chosen).map(&:text).reject { |text| text == name }.each do |other|
      find(chosen, text: other).trigger("click")
      assert_no_selector chosen, text: other
    end
    find("h1").click
  end

  def test_planning_to_the_card_at_a_desk = plan_to_card

  def test_planning_to_the_card_on_a_phone
    as_phone
    plan_to_card
  end

  def test_what_is_no_number_is_said_and_undo_takes_back
    sign_in(to: "/ready")
    fill_in "to, m", with: "4o"
    assert_text "“4o” is not a number."
    fill_in "to, m", with: "30"
    assert_text "You plan to 30 m"
    click_button "Undo"
    assert_no_text "You plan to 30 m"
    fill_in "Depth from, m", with: "50"
    # The sentence moves the fields below it, so it has to stand before the next one is touched.
    assert_text "m is less than the minimum 50 m."
    fill_in "to, m", with: "20"
    assert_text "The maximum depth 20 m is less than the minimum 50 m."
    assert_field "Depth from, m", with: "50"
  end

  def test_the_locker_decides_what_fits
    sign_in(to: "/ready/locker")
    fill_in "Net hoop, mm", with: "400"
    find(".el-checkbox", text: "the net is knotless rubber").click
    assert_text "Saved."
    visit "/ready"

    assert_selector "[role=checkbox]", text: /landing net.*does not fit.*400 mm hoop, \d+ short/m
  end

  def test_the_guide_is_reachable_from_the_deck
    Seeds.trip(db, @isolde, held_on: Date.today)
    sign_in
    select "Blackbelly rosefish", from: "Species"
    click_link "Guide"

    assert_selector "h1", text: /deep-water spiny/i
    assert_text "Swollen or floating after depth: down again " \
      "with a weighted device, released at depth."
    assert_selector "article svg"
  end
end

class OfficeTest < BrowserCase
  def test_a_school_is_looked_at_before_it_becomes_the_rule
    sign_in("hamish@marrow.example", to: "/office/house-rules")
    within("#A") { find("[role=radio]", text: "keep wet").click }
    assert_selector "aside li", text: "10 s single lift"

    assert_equal 1, db[:house_rules].max(:version)
    fill_in "Reason", with: "A warm summer."
    click_button "Save as version 2"
    assert_text "Version 2 applies"

    assert_equal "A warm summer.", db[:house_rules].where(version: 2).get(:why)
    within("#I") { assert_selector "[role=radio][disabled]", text: "puncture · never" }
  end

  def test_a_tagger_may_be_stricter_only
    sign_in(to: "/office/house-rules")
    within("#A") do
      assert_selector "[role=radio][disabled]", text: "brief"
      find("[role=radio]", text: "keep wet").click
      assert_selector "[role=radio][aria-checked=true]", text: "keep wet"
    end
    assert_equal({ "air" => "keep_wet" }, db[:members].where(id: @isolde[:id]).get(:stricter).to_h)
    assert_no_link "Members"
  end

  def test_tags_are_entered_issued_and_spoiled
    sign_in("hamish@marrow.example", to: "/office/tags")
    fill_in "First", with: "101"
    fill_in "Last", with: "150"
    fill_in "Label", with: "Spring print"
    click_button "Save batch"
    assert_text "Spring print is in stock."
    select "Spring print: 50 in stock", from: "From batch"
    select "Hamish Torvald", from: "To member"
    fill_in "How many", with: "3"
    click_button "Issue tags"
    assert_text "3 tags to Hamish Torvald: MS000101 to MS000103."
    find("summary", text: "Your pouch").click
    first(".pouch button").click
    click_button "Damaged"

    assert_text "1 tag is now damaged."
    assert_text "50 printed = 47 in stock + 2 in pouches + 0 in fish + 1 damaged + 0 lost"
  end

  def test_a_permit_is_renewed
    db[:members].where(id: @isolde[:id]).update(permit_expires_on: Date.today - 3)
    sign_in("hamish@marrow.example", to: "/office/members")
    assert_text "has a permit that ended on"
    click_button "Isolde Brannock"
    fill_in "Valid until", with: "#{(Date.today + 400).strftime('%d/%m/%Y')}\n"
    click_button "Save"
    assert_selector "tr", text: /Isolde Brannock.*may tag/m

    assert_equal Date.today + 400, db[:members].where(id: @isolde[:id]).get(:permit_expires_on)
  end
end
