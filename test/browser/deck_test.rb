# frozen_string_literal: true

require_relative "../support/browser_case"

class DeckOnThePhoneTest < BrowserCase
  def setup
    super
    # The phone's own day, which need not be the server's.
    Seeds.trip(db, @isolde, held_on: Date.today)
    as_phone
    sign_in
    find_button "Fish on"
  end

  def opens_offline? = name.include?("cold_start")

  def touch(css)
    @touches = (@touches || 0) + 1
    find(css).click
  end

  def next_act = answered { touch("[data-testid=next]") }

  # What is named here is whole on the screen at every stage, and nothing lies over it.
  WHOLE = <<~JS
    ['.clock .figure', '.species b', '.acts [data-testid=next]',
     '.acts [data-testid=more]', '.switch button'].filter((css) => {
      const part = document.querySelector(css)
      if (!part) return css !== '.switch button'
      const { left, right, top, bottom } = part.getBoundingClientRect()
      const middle = document.elementFromPoint((left + right) / 2, (top + bottom) / 2)
      return left < 0 || top < 0 || right > innerWidth || bottom > innerHeight ||
        !(part.contains(middle) || middle?.contains(part) || css === '.species b')
    })
  JS
  FULL = "document.scrollingElement.scrollHeight <= innerHeight && " \
    "document.scrollingElement.scrollWidth <= innerWidth"

  def test_every_stage_fits_small_phones
    [[360, 600], [320, 568], [390, 640], [640, 360]].each do |width, height|
      as_wide(width, height)
      visit "/deck"
      7.times do |stage|
        assert_selector ".now li, .now .gone", minimum: 1
        assert_equal [true, []], [page.evaluate_script(FULL), page.evaluate_script(WHOLE)],
          "#{width} × #{height}, stage #{stage}"
        next_act
      end
    end
  end

  def test_swollen_from_depth_the_big_key_sends_it_down_and_undo_takes_that_back
    2.times { next_act }
    click_button "swollen"
    assert_selector "[data-testid=next]", text: "Send it down"
    next_act
    assert_selector "[data-testid=next]", text: "Release"
    click_button "Undo"
    assert_selector "[data-testid=next]", text: "Send it down"
    next_act
    next_act
    wait_until { db[:encounters].any? }

    assert_equal ["sent_down"], db[:encounters].get(:handling).to_a
  end

  def test_a_tagged_fish_in_nine_touches_two_of_them_while_it_is_out
    select "European seabass", from: "Species" # a default that fits from the second fish on
    next_act
    next_act
    touch("[data-place=jaw_corner]")
    before_lift = @touches
    next_act
    assert_selector ".stage", text: "out of the water"
    nothing_scrolls
    next_act

    assert_equal 2, @touches - before_lift
    %w[4 1 2].each { |digit| touch("[data-digit='#{digit}']") }
    touch("[data-testid=go-tagged][aria-disabled=false]")
    assert_selector ".queue", text: "all sent"

    assert_operator @touches, :<=, 9
    assert_equal ["tagged", 412, "jaw_corner"], db[:encounters].get(%i[kind length_mm hook_place])
    assert_button "Next fish on"
    next_act

    assert_selector ".streamer", text: "MS000002"
  end

  def nothing_scrolls
    assert_operator script("document.scrollingElement.scrollHeight"), :<=, 844
    assert_operator script("document.scrollingElement.scrollWidth"), :<=, 390
  end

  def test_a_reload_in_the_middle_of_a_fish_loses_nothing
    3.times { next_act }
    %w[3 0 5].each { |digit| find("[data-digit='#{digit}']").click }
    before = kept_taps
    visit "/deck"

    assert_selector ".stage", text: "out of the water"
    assert_selector "[data-testid=length]", text: "30.5"
    next_act
    next_act
    assert_selector ".queue", text: "all sent"

    assert_equal(
      before,
      db[:stages].order(:position).limit(3).select_map(:at).map do |index|
        (index.to_f * 1000).round
      end
    )
  end

  # As they lie in the browser's own database.
  def kept_taps
    page.evaluate_async_script(<<~JS).map { |tap| tap["at"] }
      const done = arguments[0]
      indexedDB.open('voucher').onsuccess = (opened) => {
        const notes = opened.target.result.transaction('notes').objectStore('notes')
        notes.getAllKeys().onsuccess = (keys) => {
          notes.get(keys.target.result.find((key) => key.startsWith('in-hand'))).onsuccess = (found) => done(found.target.result.hands[0].taps)
        }
      }
    JS
  end

  # A page that goes takes with it every transaction that it has not committed.
  def test_a_touch_is_kept_when_the_page_goes_at_the_same_moment
    5.times do |touches|
      next_act
      visit "/deck"
      assert_selector ".acts[aria-busy=false]"

      assert_equal touches + 1, kept_taps.size
    end
  end

  def test_without_a_signal_fish_wait_and_go_out_once
    no_signal
    2.times do
      5.times { next_act }
    end
    assert_selector ".queue", text: "2 to send"

    assert_equal 0, db[:encounters].count
    signal
    assert_selector ".queue", text: "all sent"

    assert_equal [2, 10, 0],
      [db[:encounters].count, db[:stages].count, db[:taggings].count],
      "nobody said that a tag is in"
  end

  # The page is killed and opened again with no signal, twice: the shell comes from the device, and
  # so does the fish.
  def test_a_cold_start_without_a_signal_opens_the_deck_and_keeps_the_fish
    wait_until { script("navigator.serviceWorker.controller !== null") }
    no_signal
    visit "/deck"
    3.times { next_act }
    visit "/deck"

    assert_selector ".stage", text: "out of the water"
    2.times { next_act }
    assert_selector ".queue", text: "1 to send"
    visit "/deck"
    assert_selector ".queue", text: "1 to send"
    signal
    assert_selector ".queue", text: "all sent"

    assert_equal [1, 5], [db[:encounters].count, db[:stages].count]
  end

  def test_undo_and_a_correction_after_let_go_become_a_new_revision
    3.times { next_act }
    click_button "Undo"
    assert_selector ".stage", text: "in the net"
    3.times { next_act }
    assert_selector ".queue", text: "all sent"
    assert_no_selector "[data-digit]"
    page.driver.browser.keyboard.type("777")
    touch("[data-testid=change-it]")
    assert_text "Reopened: changes go to this fish."
    %w[3 9 5].each { |digit| touch("[data-digit='#{digit}']") }
    touch("[data-testid=close-it]")
    assert_selector ".queue", text: "all sent"
    wait_until { db[:encounters].get(:length_mm) == 395 }

    assert_equal [1, 395], [db[:encounters].count, db[:encounters].get(:length_mm)]
    assert_operator db[:encounters].get(:revision), :>, 1
  end

  # A key that moves between two stages is a wrong digit in the record.
  def test_no_key_moves_from_stage_to_stage
    places = Array.new(5) do
      next_act
      script(
        "[...document.querySelectorAll('[data-digit], [data-testid=next]')].map((one) => " \
          "Math.round(one.getBoundingClientRect().top))"
      )
    end

    digits = places.map { |tops| tops[0..-2].reject(&:zero?) }.reject(&:empty?)

    assert_equal 1, digits.uniq.size, "digits stay where they are, or step back"
    assert_equal 1, places.map(&:last).uniq.size, "the big key stays where it is"
  end

  def test_what_is_seen_changes_what_to_do_now
    2.times { next_act }
    3.times { |round| find("[aria-label^=Bleeding]").click unless round == 2 }
    assert_selector ".now li:first-child", text: "Heavy bleeding: no tag."
    click_button "swollen"
    touch("[data-place=gill]")
    assert_selector ".now li", minimum: 2
    assert_selector ".now li:nth-child(2)", text: "Keep off the gills."
    nothing_scrolls
    answered { find("[data-act=let_go]").click }
    assert_selector ".queue", text: "all sent"

    assert_equal(
      ["heavy", "gill", ["swollen"]],
      db[:encounters]
        .get(%i[bleeding hook_place pressure_signs])
        .then { |bleeding, hook, signs| [bleeding, hook, signs.to_a] }
    )
  end

  # Under the clock, which goes on; and the fish is still there when it is closed.
  def test_a_line_of_now_shows_how_it_is_done
    next_act
    click_button "Sink the net first. Bring the fish over it. It rests there in the water."
    click_button "Show how"

    assert_text "The net goes under first, and stays still."
    click_button "Next step"

    assert_text "the head crosses the rim"
    assert_selector ".stage", text: "on the line"
    nothing_scrolls
    click_button "Close"
    next_act

    assert_selector ".stage", text: "in the net"
  end

  def test_a_held_record_says_why_and_stays
    db[:tags].update(state: "lost")
    4.times { next_act }
    touch("[data-testid=go-tagged][aria-disabled=false]")

    assert_selector ".queue", text: "1 not accepted yet"
    page.driver.resize(1280, 800)
    page.driver.browser.page.command("Emulation.clearDeviceMetricsOverride")
    assert_text "MS000001 is recorded as lost"
  end
end
