# frozen_string_literal: true

require_relative "../support/browser_case"

# A day at the water in sequences: what silence means, what a closed fish is, what time and sign-in
# do to a fish in hand.
class TrapsTest < BrowserCase
  def setup
    super
    @trip = Seeds.trip(db, @isolde, held_on: Date.today)
    as_phone
    sign_in
    select "European seabass", from: "Species"
  end

  def opens_offline? = name.match?(/offline|without_a_signal/)
  def next_act = answered { find("[data-testid=next]").click }

  def tap(act) = answered { find("[data-act=#{act}]").click }

  def keys(*keys) = page.driver.browser.keyboard.type(*keys)
  def sent = assert_selector(".queue", text: "all sent")

  # A stage that does not ask for the length shows it on a touch.
  def digits(text)
    find(".switch button:last-child").click if has_no_css?("[data-digit]", wait: 1)
    text.each_char { |digit| find("[data-digit='#{digit}']").click }
  end

  def record = db[:encounter_records].order(Sequel.desc(:caught_at)).first

  # The browser's own clock, so many days on, from the next page on.
  def days_later(days)
    on_new_pages(<<~JS)
      { const Real = Date, ahead = #{days} * 86400000
        globalThis.Date = class extends Real {
          constructor(...given) { given.length ? super(...given) : super(Real.now() + ahead) }
          static now() { return Real.now() + ahead }
        } }
    JS
  end

  def worker_ready = wait_until { script("navigator.serviceWorker.controller !== null") }

  # What is not sent waits, sealed, for its own member; nobody else reads or sends it.
  def test_a_shared_phone_keeps_what_is_not_sent_for_its_own_member_alone
    Seeds.member(db, "Wren Castellan", email: "wren@marrow.example", password: PASSWORD)
    later = ->(*, **) { raise Core::Forbidden.new(:later, "Later.") }
    Acts::RecordBatch.stub(:call, later) do
      next_act
      tap "let_go"
      assert_selector ".queue", text: "1 to send"
      visit "/you"
      click_button "Sign out"
      assert_text "1 fish and 0 photos are not sent yet."
      click_button "Seal them and sign out"
      assert_selector "h2", text: "Sign in"
    end
    ["seabass", @trip, "MS000001"].each { |word| refute_includes kept_on_device, word }
    sign_in_by_form("wren@marrow.example")
    visit "/deck"
    assert_text "Start trip"

    assert_equal 0, db[:encounters].count
    sign_out
    sign_in_by_form
    visit "/deck"
    wait_until { db[:encounters].any? }

    assert_equal [@isolde[:id], @trip], record.values_at(:member_id, :trip_id)
  end

  # Five touches on the big key and not a word: untagged, and a question.
  def test_silence_stores_no_tag_and_asks_once_at_the_water_and_once_in_the_evening
    5.times { next_act }
    assert_selector "[data-testid=tag-question]", text: "Is the tag in?"
    sent

    assert_equal %w[untagged MS000001 in_pouch],
      [
        *record.values_at(:kind, :tag_question),
        db[:tags].where(number: "MS000001").get(:state)
      ]
    visit "/dockside/#{@trip}"
    find("[data-gap=tag]").click
    within("[data-testid=tag-answers]") { click_button "MS000001 is in the fish" }
    assert_no_selector "[data-gap=tag]"

    assert_equal ["tagged", nil, "applied"],
      [
        *record.values_at(:kind, :tag_question),
        db[:tags].where(number: "MS000001").get(:state)
      ]
  end

  def test_the_question_after_letting_go_is_answered_in_one_touch
    5.times { next_act }
    find("[data-testid=question-in]").click
    assert_no_selector "[data-testid=tag-question]"
    sent
    wait_until { record[:kind] == "tagged" }

    assert_equal 1, db[:taggings].where(ended_at: nil).count
  end

  # A closed fish is not rewritten by what comes next.
  def test_species_and_digits_after_letting_go_belong_to_the_next_fish
    4.times { next_act }
    digits "314"
    next_act
    sent
    keys "4"
    find("[data-testid=more]").click
    assert_selector "[data-testid=change-in-sheet]"
    find("[data-testid=more]").click
    select "Pollack", from: "Species"
    assert_button "Fish on"
    next_act
    tap "let_go"
    sent
    wait_until { db[:encounters].count == 2 }

    assert_equal [["seabass", 314, 1], ["pollack", nil, 1]],
      db[:encounters].order(:caught_at).select_map(%i[species_code length_mm revision])
  end

  def test_bycatch_taken_back_is_void_on_the_server_too
    find("[data-testid=other]").click
    find("[data-animal=shore_crab]").click
    sent

    assert_equal 1, db[:encounters].count
    click_button "Undo"
    sent
    wait_until { db[:encounters].none? }

    assert_equal ["shore_crab", "Undone on the Deck."],
      record.values_at(:species_code, :voided_because)
    assert_button "Fish on"
  end

  def test_words_of_a_note_fire_no_acts_and_escape_leaves_it
    next_act
    keys "n"
    keys "but no hook, uh"
    keys :escape
    assert_no_selector ".note"
    assert_selector ".stage", text: "on the line"
    tap "let_go"
    sent

    assert_equal ["but no hook, uh", 2],
      [record[:note], db[:stages].where(encounter_id: record[:id]).count]
  end

  def test_keeping_asks_for_what_the_law_needs_and_counts_the_bag
    Seeds.law(db, species_code: "seabass", min_mm: 420, bag_limit: 1)
    visit "/deck"
    select "European seabass", from: "Species"
    2.times { next_act }
    tap "kept"
    assert_selector "[role=alertdialog]", text: "measure it first"
    assert_no_selector "[data-testid=sure]"
    click_button "Back"
    digits "455"
    assert_selector "[data-act=kept]", text: "1 of 1 today"
    tap "kept"
    sent

    assert_equal %w[kept untagged], record.values_at(:fate, :kind)
    3.times { next_act }
    digits "455"
    assert_selector "[data-act=kept]", text: "the bag of 1 is full: 1 kept today"
    tap "kept"
    assert_selector "[data-testid=sure]"
    click_button "Back"

    assert_equal 1, db[:encounters].where(fate: "kept").count
  end

  def test_offline_over_midnight_the_fish_in_hand_is_what_is_shown_first
    worker_ready
    3.times { next_act }
    no_signal
    days_later(1)
    visit "/deck"
    assert_selector ".stage", text: "out of the water"
    2.times { next_act }
    assert_selector ".queue", text: "1 to send"
    find(".queue").click
    assert_text "Card of"
    signal
    page.execute_script("dispatchEvent(new Event('online'))")
    wait_until { db[:encounters].any? }

    assert_equal @trip, record[:trip_id], "it stays a fish of the trip it was caught on"
  end

  def test_tomorrows_card_is_taken_tonight_and_opens_tomorrow_without_a_signal
    worker_ready
    tomorrow = Seeds.trip(db, @isolde, held_on: Date.today + 1)
    visit "/deck"
    find_button "Fish on"
    find(".queue").click
    find("summary", text: "Other trips").click
    find("[data-trip='#{tomorrow}']").click
    # The card itself: its trip alone stands in today's list too.
    wait_until { kept_on_device.include?(%("#{Date.today + 1}":{)) }
    assert_button "Fish on"
    no_signal
    days_later(1)
    visit "/deck"
    next_act
    tap "let_go"
    assert_selector ".queue", text: "1 to send"
    signal
    page.execute_script("dispatchEvent(new Event('online'))")
    wait_until { db[:held_encounters].any? || db[:encounters].any? }

    assert_equal tomorrow,
      db[:held_encounters].get(Sequel.lit("body->>'trip_id'")) || record[:trip_id]
  end

  def test_two_trips_a_day_keep_their_own_fish
    next_act
    tap "let_go"
    sent
    find(".queue").click
    find("summary", text: "Other trips").click
    find("[data-testid=new-trip]").click
    select "Middle Ground", from: "Spot"
    click_button "Start trip"
    find_button "Fish on"
    next_act
    tap "let_go"
    sent
    wait_until { db[:encounters].count == 2 }

    assert_equal %w[cutter_ledge middle_ground],
      db[:encounters].order(:caught_at).select_map(:spot_code)
    assert_equal 2, db[:encounters].select_map(:trip_id).uniq.size
  end

  # 320 by 640: more has to be scrolled down, nothing sideways, and no act is cut off.
  def test_a_whole_tagged_fish_on_a_small_phone
    as_small_phone
    visit "/deck"
    select "European seabass", from: "Species"
    outside = <<~JS
      [...document.querySelectorAll('.acts button')].filter((one) => one.offsetParent).filter((one) => {
        const box = one.getBoundingClientRect()
        return box.left < 0 || box.right > 320 || box.width < 24
      }).map((one) => one.textContent)
    JS
    2.times { next_act }

    assert_empty script(outside)
    find("[data-place=jaw_corner]").click
    2.times { next_act }

    assert_empty script(outside)
    digits "412"
    find("[data-testid=go-tagged][aria-disabled=false]").click
    sent

    assert_operator script("document.scrollingElement.scrollWidth"), :<=, 320
    assert_equal ["tagged", 412, "jaw_corner"], record.values_at(:kind, :length_mm, :hook_place)
  end

  def test_a_sign_in_that_ran_out_does_not_hide_the_fish_in_hand
    3.times { next_act }
    db[:account_active_session_keys].delete
    visit "/deck"
    assert_selector ".stage", text: "out of the water"
    2.times { next_act }
    assert_selector ".queue", text: "sign in to send 1"
    sign_in_by_form
    sent

    assert_equal 1, db[:encounters].count
  end

  def test_ashore_a_record_is_changed_made_void_and_counted_again
    4.times { next_act }
    find("[data-testid=go-tagged][aria-disabled=false]").click
    sent
    visit "/dockside/#{@trip}"
    find("[data-fish='#{record[:id]}'] .one").click
    find("[data-testid=which]").select("Length")
    find("[data-fill=length]").set("43.1")
    within("[data-fish='#{record[:id]}']") { click_button "Save" }
    wait_until { record[:length_mm] == 431 }
    find("[data-testid=void-why]").set("The same fish as the one before.")
    find("[data-testid=void-it]").click
    assert_selector "[data-void]", text: "The same fish as the one before. (Isolde Brannock)"

    assert_equal %w[in_pouch tagged],
      [db[:tags].where(number: "MS000001").get(:state), record[:kind]]
    click_button "Restore record"
    assert_selector "[data-fish='#{record[:id]}']"

    assert_equal "applied", db[:tags].where(number: "MS000001").get(:state)
  end
end
