# frozen_string_literal: true

require_relative "../support/browser_case"

# Fish for which the usual next act is the wrong one, on a phone of 360 by 600: the big key offers
# the right one each time, and what got away is asked for once.
class AtTheLimitTest < BrowserCase
  def setup
    super
    @trip = Seeds.trip(db, @isolde, held_on: Date.today)
    as_phone
    sign_in
    page.driver.resize(360, 600)
    find_button "Fish on"
  end

  def next_act = answered { find("[data-testid=next]").click }
  def offered = find("[data-testid=next]").text

  def dockside
    visit "/dockside/#{@trip}"
  end

  def test_a_fish_that_got_away_is_asked_once_what_stayed_in_it
    2.times { next_act }
    answered { find("[data-act=got_away]").click }
    assert_text "got away"
    find("[data-chip=hook_and_line]").click
    assert_selector ".queue", text: "all sent"
    wait_until { db[:encounter_records].get(:left_in_fish) == "hook_and_line" }

    assert_equal ["lost", 0], [db[:encounter_records].get(:fate), db[:encounters].count]
    dockside
    assert_text "1 fish got away"
    find("[data-lost] [data-chip=hook]").click
    wait_until { db[:encounter_records].get(:left_in_fish) == "hook" }
  end

  def test_undo_brings_back_a_fish_that_was_not_lost_after_all
    next_act
    answered { find("[data-act=got_away]").click }
    assert_equal "Next fish on", offered
    answered { click_button "Undo" }
    assert_equal "In the net", offered
    3.times { next_act }
    next_act
    assert_selector ".queue", text: "all sent"
    wait_until { db[:encounters].get(:fate) == "released" }
  end

  def test_what_nobody_knows_is_asked_once
    3.times { next_act }
    2.times { next_act }
    assert_selector ".queue", text: "all sent"
    dockside
    find("[data-gap=hook_place]").click
    click_button "Not known"
    assert_no_selector "[data-gap=hook_place]"
    assert_equal %w[hook_place], db[:encounters].get(:not_known).to_a
  end

  def test_the_second_phone_shows_its_part_large
    key = crew_key
    next_act
    Capybara.using_session(:crew) do
      page.driver.resize(360, 600)
      visit "/crew/#{key}"
      find("[data-chip=net]").click
      assert_selector "[data-testid=my-lines]", text: "Stand before the shallows"
      find("[data-testid=next][aria-disabled=false]").click
      assert_selector "[data-testid=my-lines]", text: "Rim above the water"
    end
    assert_selector ".stage", text: "in the net"
  end

  def crew_key
    find("[data-testid=more]").click
    find("[data-tab=crew]").click
    find("[data-testid=share]").click
    find(".link")
    find("[data-testid=more]").click
    db[:trips].where(id: @trip).get(:crew_key)
  end
end
