# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/accessibility"

# The rest of the record on the Deck: what is not needed while the fish is out.
class DeckRecordTest < BrowserCase
  include Accessibility

  def setup
    super
    @trip_id = Seeds.trip(db, @isolde, held_on: Date.today)
    sign_in
    find_button "Fish on"
  end

  def key(*keys) = page.driver.browser.keyboard.type(*keys)
  def next_act = answered { find("[data-testid=next]").click }
  def open_tab(tab) = find("[data-tab=#{tab}]").click
  def chip(name) = find("[data-chip='#{name}']").click

  def tag_in = answered { find("[data-act=tag_in]").click }

  def fetched = script("performance.getEntriesByType('resource').map(({ name }) => name)")
  def sent = assert_selector(".queue", text: "all sent")
  def encounter = db[:encounters].order(Sequel.desc(:caught_at)).first

  # Everything that the sheet asks for reaches the database, and the score that the Deck shows is
  # the one that core computes.
  def test_the_whole_record_and_one_score_on_both_sides
    2.times { next_act }
    find("[data-place=throat]").click
    find("[data-testid=more]").click
    open_tab "hook"
    %w[left 3 pulled old_hook_scar].each { |name| chip(name) }
    open_tab "state"
    find("[data-reflex=tail_burst-absent]").click
    find("[data-reflex=gill_beat-present]").click
    chip "dropped"
    open_tab "depth"
    fill_in "Depth", with: "32"
    chip "swollen"
    assert_selector "[data-testid=lead]", text: "kg of lead"
    chip "sent_down"
    open_tab "weigh"
    fill_in "Weight", with: "1620"
    fill_in "Girth", with: "310"
    find("[data-testid=more]").click
    assert_selector "[data-testid=next]", text: "Release"
    find("[data-act=lifted]").click
    2.times { next_act }
    find("[data-outcome=slow]").click
    sent
    # Throat 25, pulled 15, old damage 5, one sign 15 and sent down -10, dropped 10, one absent
    # reflex 8.
    assert_text "Handling score: 68 points, grave"
    wait_until { encounter[:outcome] == "slow" }

    assert_equal(
      [
        "throat", "left", 3, "pulled",
        ["old_hook_scar"],
        %w[dropped sent_down],
        ["swollen"],
        32,
        1620,
        310,
        68
      ],
      encounter
        .values_at(
          :hook_place, :hook_side, :hook_count, :removal, :marks, :handling, :pressure_signs,
          :depth_m, :weight_g, :girth_mm, :caution_points
        )
        .map { |value| value.is_a?(Sequel::Postgres::PGArray) ? value.to_a.sort : value }
    )
    assert_equal({ "tail_burst" => "absent", "gill_beat" => "present" }, encounter[:reflexes].to_h)
    assert_equal "let_go", encounter[:tag_advice]["advice"]
  end

  def test_spoiled_lost_and_skipped_tags
    next_act
    find(".tag-button").click
    click_button "damaged"
    assert_selector ".sheet .streamer", text: "MS000002"
    assert_selector ".sheet .streamer", text: "MS000002"
    click_button "lost"
    assert_selector ".sheet .streamer", text: "MS000003"
    click_button "skip"
    assert_selector ".sheet .streamer", text: "MS000004"
    next_act
    tag_in
    click_button "Release"
    sent

    assert_equal %w[spoiled lost in_pouch applied in_pouch],
      db[:tags].order(:serial).select_map(:state)
  end

  # The advice stands before the lift; the person decides, and both are kept.
  def test_advice_against_tagging_and_the_persons_reason
    2.times { next_act }
    find("[data-place=gill]").click
    assert_selector ".swap.verdict", text: "better not: it is hooked in the gills"
    tag_in
    assert_selector "[role=alertdialog]", text: "Better not: it is hooked in the gills"

    assert_no_selector "[data-testid=tag-said]"
    find("[data-testid=sure]").click
    assert_selector "[data-testid=tag-said]", text: "is in"
    find(".tag-button").click
    fill_in "You decide. Why do you tag it?", with: "study fish, gill untouched"
    find("[data-testid=more]").click
    3.times { next_act }
    sent

    assert_equal ["tagged", "study fish, gill untouched"],
      encounter.values_at(:kind, :decision_why)
    assert_equal "let_go", encounter[:tag_advice]["advice"]
  end

  def test_a_second_fish_while_the_first_rests
    2.times { next_act }
    click_button "2nd fish on"
    assert_selector ".stage", text: "on the line"
    assert_selector ".streamer", text: "MS000002"
    click_button "Release"
    find(".hand", text: "in the net").click
    3.times { next_act }
    sent
    wait_until { db[:encounters].count == 2 }

    assert_equal [%w[fish_on in_net lifted back_in_water let_go], %w[fish_on let_go]].sort,
      db[:encounters]
        .select_map(:id)
        .map { |id| Store::Encounters.new(db).stages(id).map { |tap| tap[:act] } }
        .sort
  end

  # A time put right is a correction: the taps as they came stay beside it.
  def test_times_are_corrected_and_both_stay
    5.times { next_act }
    sent
    find("[data-testid=change-it]").click
    find("[data-testid=more]").click
    open_tab "times"
    before = encounter[:caught_at]
    field = find(".taps input", match: :first)
    field.set((before.getlocal - 60).strftime("%H:%M:%S"))
    field.send_keys :tab
    wait_until { encounter[:revision] == 2 }

    assert_in_delta 60, before - encounter[:caught_at], 1
    assert_equal [1, 2], db[:stages].distinct.order(:revision).select_map(:revision)
    find(".taps input", match: :first).set("25:99")
    find(".taps input", match: :first).send_keys :tab
    assert_text "“25:99” is not a time"
  end

  def test_a_held_record_is_opened_and_mended_on_the_deck
    db[:tags].where(number: "MS000001").update(state: "lost")
    4.times { next_act }
    find("[data-testid=go-tagged][aria-disabled=false]").click
    assert_selector ".queue", text: "1 not accepted yet"
    next_act
    click_button "fix", match: :first
    find("[data-tab=tag][aria-selected=true]")
    click_button "skip"
    sent

    # MS000002 stands ready for the fish that is on now.
    assert_equal ["MS000003"], db[:tags].where(state: "applied").select_map(:number)
    assert_equal 0, db[:held_encounters].where(settled_at: nil).count
  end

  # What the server keeps has another hash than what was taken: the phone does not let go of its
  # own.
  def test_a_photo_stays_on_the_phone_until_the_server_names_its_hash
    picture = File.join(ROOT, "var/log/photo-of-a-fish.jpg")
    Vips::Image.black(64, 48).jpegsave(picture)
    lying = 0
    real = Acts::AddEncounterPhoto.method(:call)
    wrong = lambda { |*place, **options|
      (lying += 1) && real.call(*place, **options).merge(sha256: "0" * 64)
    }
    Acts::AddEncounterPhoto.stub(:call, wrong) do
      next_act
      find("[data-testid=more]").click
      open_tab "weigh"
      page.attach_file(picture) { find("label", text: "Choose files").click }
      click_button "Release"
      wait_until { lying.positive? }
      assert_selector ".queue", text: "photo"
    end
    page.execute_script("dispatchEvent(new Event('online'))")
    sent

    assert_equal Digest::SHA256.hexdigest(File.binread(picture)), db[:photos].get(:sha256)
  end

  def test_a_photo_taken_without_a_signal_follows_its_fish
    picture = File.join(ROOT, "var/log/photo-of-a-fish.jpg")
    Vips::Image.black(64, 48).jpegsave(picture)
    next_act
    # The Deck fetches the rest of itself as soon as it stands.
    wait_until { fetched.any? { |address| address.include?("RecordSheet") } }
    no_signal
    find("[data-testid=more]").click
    open_tab "weigh"
    page.attach_file(picture) { find("label", text: "Choose files").click }
    assert_selector ".photos figure", text: "waits"
    click_button "Release"
    assert_selector ".queue", text: "1 to send"
    signal
    sent

    assert_equal [[encounter[:id], 64]], db[:photos].select_map(%i[encounter_id width_px])
  end

  def test_by_the_keyboard_alone
    key :space, :space
    key "412"
    assert_selector "[data-testid=length]", text: "41.2"
    key "m"
    assert_selector ".sheet"
    key :escape, "h"
    assert_text "Cut the line first"
    key :escape, :space
    assert_selector ".stage", text: "out of the water"
    key "b", "u"
    assert_selector ".stage", text: "out of the water"
    key "b", :space
    sent
    key "o"
    find_field("Find an animal").send_keys("thorn", :enter)
    sent

    assert_equal ["untagged", 412],
      [encounter[:kind], db[:encounters].exclude(length_mm: nil).get(:length_mm)]
  end

  def test_every_part_of_the_deck_is_accessible
    assert_accessible "ready"
    3.times { next_act }
    assert_accessible "out"
    key "b", "m"
    %w[tag hook state depth weigh times crew].each do |tab|
      open_tab tab
      assert_accessible tab
    end
    key :escape, "h"
    assert_accessible "people first"
    key "h", :space
    find("[data-testid=other]").click
    assert_accessible "other catch"
  end

  def test_the_crew_sees_the_clock_and_taps_on_a_second_device
    link = crew_link
    next_act
    Capybara.using_session(:crew) do
      as_phone
      visit link
      assert_selector ".stage", text: "on the line"
      refute_text "MS0000011"
      assert_selector "ul[aria-label=Now] .line"
      crew_taps("In the net")
      assert_accessible "crew"
    end
    assert_selector ".stage", text: "in the net"
    next_act
    Capybara.using_session(:crew) do
      crew_taps("Back in water")
    end
    assert_selector ".stage", text: "back in water"
    Capybara.using_session(:crew) { click_button "Undo" }
    assert_selector ".stage", text: "out of the water"
    2.times { next_act }
    wait_until { db[:encounters].any? }

    assert_equal(
      %w[fish_on in_net lifted back_in_water let_go],
      Store::Encounters.new(db).stages(encounter[:id]).map { |tap| tap[:act] }
    )
  end

  # One situation feeds both screens: heat, hook and blood reach the crew with the fish.
  def test_crew_and_tagger_read_the_same_lines_for_a_bleeding_gill_hook_in_hot_water
    db[:trips].where(held_on: Date.today).update(water_temp_c: 26)
    visit "/deck"
    link = crew_link
    2.times { next_act }
    find("[data-place=gill]").click
    2.times { find("button[aria-label^=Bleeding]").click }

    assert_selector "ul[aria-label=Now]", text: "Keep off the gills"
    wait_until { lines_of_now.size == 3 }
    answer = lines_of_now

    assert_match(/water/i, answer.join(" "))
    Capybara.using_session(:crew) do
      as_phone
      visit link
      assert_selector "ul[aria-label=Now]", text: "Keep off the gills"
      wait_until { lines_of_now == answer }
      assert_selector ".draught[aria-label='Do not lift']"
    end
  end

  private

  # For a moment after the Deck's own tap the crew's key rests.
  def crew_taps(label)
    find("[data-testid=next]", text: label)
    find("[data-testid=next][aria-disabled=false]").click
  end

  def lines_of_now = all("ul[aria-label=Now] .line:not([data-testid=more-lines])").map(&:text)

  def crew_link
    find("[data-testid=more]").click
    open_tab "crew"
    find("[data-testid=share]").click
    link = find(".link").value
    find("[data-testid=more]").click
    link
  end
end
