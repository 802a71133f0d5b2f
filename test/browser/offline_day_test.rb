# frozen_string_literal: true

require "minitest/mock"
require_relative "../support/browser_case"

# A day at the water with no signal: five fish, one crash, and a bad line on the way home.
class OfflineDayTest < BrowserCase
  def setup
    super
    @line = BrowserCase.line
    earlier = Seeds.trip(db, @isolde, held_on: Date.today - 30)
    Acts::RecordEncounter.call(
      Acts::Context.new(store: Store::Gateway.new(db), member: @isolde, now: Time.now),
      id: SecureRandom.uuid,
      sent: Seeds.encounter(earlier, number: "MS000005", start: Time.now - (30 * 86_400))
    )
    Seeds.trip(db, @isolde, held_on: Date.today)
    as_phone
    sign_in
    find_button "Fish on"
    wait_until { script("navigator.serviceWorker.controller !== null") }
  end

  def opens_offline? = true
  def next_act = answered { find("[data-testid=next]").click }

  # A stage that does not ask for the length shows it on a touch.
  def digits(text)
    find(".switch button:last-child").click if has_no_css?("[data-digit]", wait: 1)
    text.each_char { |digit| find("[data-digit='#{digit}']").click }
  end

  def today = db[:encounters].where { caught_on >= Date.today - 1 }

  # The page goes without a word, as when a phone's battery dies, and is opened again.
  def crash
    old = page.current_window
    page.switch_to_window(page.open_new_window)
    old.close
    as_phone
    no_signal
    visit "/deck"
  end

  def log_five_fish
    tagged
    double_tagged_with_a_crash
    recapture
    find("[data-testid=other]").click
    find("[data-animal=shore_crab]").click
    kept
    assert_selector ".queue", text: "5 to send"
  end

  def tagged
    page.execute_script(
      "window.clicks = []; addEventListener('click', (event) => event.target.closest('.next') && " \
        "window.clicks.push(Date.now()), true)"
    )
    4.times { next_act }
    digits "412"
    find("[data-testid=go-tagged][aria-disabled=false]").click
    @clicks = script("window.clicks")
    assert_selector ".queue", text: "1 to send"
  end

  def double_tagged_with_a_crash
    3.times { next_act }
    crash
    assert_selector ".stage", text: "out of the water"
    next_act
    answered { find("[data-act=tag_in]").click }
    find("[data-testid=more]").click
    find("[data-testid=second-tag]").click
    find("[data-testid=more]").click
    next_act
    assert_selector ".queue", text: "2 to send"
  end

  def recapture
    find("[data-testid=again]").click
    fill_in "Number on the tag", with: "ms 000009"
    click_button "Use this number"
    assert_text "MS000009 is not on this card. Did you mean"
    find(".near button", text: "MS000005").click
    assert_text "at 41.2 cm"
    find("[data-testid=more]").click
    4.times { next_act }
    assert_selector ".queue", text: "3 to send"
  end

  def kept
    next_act
    next_act
    digits "455"
    find("[data-act=kept]", text: "Keep: ").click
  end

  def test_five_fish_without_a_signal_reach_the_server_once
    no_signal
    visit "/deck"
    log_five_fish

    assert_equal 0, today.count
    signal
    assert_selector ".queue", text: "all sent"

    all_are_there_once
    times_are_the_taps
  end

  # The rules come with the page: what to do now is told from a cold start, with no signal.
  def test_a_fish_in_hand_is_advised_from_a_cold_start_without_a_signal
    2.times { next_act }
    find("[data-place=stomach]").click
    crash

    assert_selector "ul[aria-label=Now] .line", text: "Deep hook"
    next_act
    assert_selector ".draught.out"
    assert_selector ".clock", text: "s"
  end

  def test_a_server_that_dies_in_the_middle_of_a_batch_loses_nothing
    no_signal
    visit "/deck"
    log_five_fish
    @line.mode = :dies_after_two
    signal
    wait_until { @line.dropped.positive? && today.count == 2 }
    @line.mode = :steady
    come_online

    all_are_there_once
  end

  def test_answers_that_are_lost_after_the_commit_double_nothing
    no_signal
    visit "/deck"
    log_five_fish
    @line.mode = :drops_answers
    signal
    wait_until { @line.dropped.positive? && today.count == 5 }
    assert_selector ".queue", text: "5 to send"
    @line.mode = :steady
    come_online

    all_are_there_once
  end

  # Signed out by the office while out at sea: the records wait for the next sign-in.
  def test_a_session_that_has_ended_keeps_the_records
    2.times { next_act }
    db[:account_active_session_keys].delete
    click_button "Release"
    assert_selector ".queue", text: "sign in to send 1"
    sign_in_by_form
    assert_selector ".queue", text: "all sent"

    assert_equal 1, today.count
  end

  # A hotel's page that wants a sign-in, in the place of every answer.
  def test_a_network_that_answers_for_us_keeps_everything_waiting
    no_signal
    visit "/deck"
    tagged
    @line.mode = lambda { |_env, _app|
      [200, { "content-type" => "text/html" }, ["<html>Welcome to the harbour's network</html>"]]
    }
    signal
    wait_until { @line.dropped >= 1 }
    assert_selector ".queue", text: "1 to send"
    @line.mode = :steady
    come_online

    assert_equal 1, today.count
  end

  # Something in one record makes the whole batch unreadable: the others go, and that one is held
  # with its reason.
  def test_one_unreadable_record_does_not_hold_up_the_others
    no_signal
    visit "/deck"
    log_five_fish
    refusal = Api::Refusal.rack(400, code: :unreadable_json, message: "The request is not JSON.")
    @line.mode = lambda do |env, app|
      text = env["rack.input"].read
      env["rack.input"] = StringIO.new(text)
      text.include?("shore_crab") ? refusal : app.call(env)
    end
    signal
    assert_selector ".queue", text: "1 not accepted yet"
    wait_until { today.count == 4 }
    assert_operator @line.dropped, :<, 12, "halves, not one by one for ever"
  end

  # A server that answers without saying what became of the records is asked again after a pause,
  # not at once.
  def test_an_answer_that_says_nothing_is_no_reason_to_hurry
    on_new_pages(<<~JS)
      { const set = window.setTimeout
        window.pauses = []
        window.setTimeout = (act, ms, ...more) => {
          if (ms >= 1000) window.pauses.push(ms)
          return set(act, ms, ...more)
        } }
    JS
    no_signal
    visit "/deck"
    tagged
    @line.mode = lambda { |_env, _app|
      [200, { "content-type" => "application/json" }, ['{"answers":[]}']]
    }
    signal
    wait_until { @line.dropped >= 1 }
    wait_until { script("window.pauses.length").positive? }

    assert_equal 1, @line.dropped
    assert_selector ".queue", text: "1 to send"
  end

  def come_online
    page.execute_script("dispatchEvent(new Event('online'))")
    assert_selector ".queue", text: "all sent"
  end

  def all_are_there_once
    assert_equal %w[recaptured tagged tagged untagged untagged], today.select_order_map(:kind)
    assert_equal ["shore_crab"], today.exclude(species_code: "seabass").select_map(:species_code)
    assert_equal [1, 2],
      db[:taggings]
        .where(encounter_id: today.where(kind: "tagged").select(:id))
        .select_map(:encounter_id)
        .tally
        .values
        .sort
    assert_equal ["kept"], today.where(fate: "kept").select_map(:fate)
    assert_equal [db[:taggings].where(tag_number: "MS000005").get(:fish_id)],
      today.where(kind: "recaptured").select_map(:fish_id)
    assert_equal 0, db[:held_encounters].count
    assert_equal today.count, db[:stages].where(encounter_id: today.select(:id), position: 0).count
  end

  def times_are_the_taps
    first = today.order(:caught_at).get(:id)
    stored =
      db[:stages]
        .where(encounter_id: first)
        .order(:position)
        .select_map(:at)
        .map { |index| (index.to_f * 1000).round }

    assert_equal 5, @clicks.size
    @clicks.zip(stored).each { |click, stored_ms| assert_in_delta click, stored_ms, 20 }
  end
end
