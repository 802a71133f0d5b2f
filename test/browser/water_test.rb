# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/accessibility"

# What the tags taught, as a tagger and a coordinator read it.
class WaterPagesTest < BrowserCase
  include Accessibility

  def setup
    super
    @store = Store::Gateway.new(db)
    Seeds.pouch(db, @isolde, count: 60, first: 6)
    trip = Seeds.trip(db, @isolde, held_on: Date.new(2025, 6, 1))
    @numbers = db[:tags].where(state: "in_pouch").order(:number).select_map(:number)
    36.times { |index| fish(trip, @numbers[index], index) }
  end

  # Growth by a curve, some of them hooked deep, a third not seen again.
  def fish(trip, number, index)
    start = Time.utc(2025, 6, 1, 9, index)
    length = 250 + (10 * index)
    hook_place = index % 4 == 1 ? "gill" : "jaw_corner"
    record(trip, start, number:, length_mm: length, hook_place:)
    return if index % 12 == 11

    grown = ((720 - length) * 0.2).round + ((index % 5) * 3)
    record(trip, start + (365 * 86_400), number:, length_mm: length + grown, kind: "recaptured")
  end

  def record(trip, start, length_mm:, **sent)
    Acts::RecordEncounter.call(
      Acts::Context.new(store: @store, member: @isolde, now: Time.now), id: SecureRandom.uuid,
      sent: Seeds.encounter(
        trip, start:, length: { value: length_mm, unit: "mm", kind: "FL", how: "board" }, **sent
      )
    )
  end

  def growth
    Core::Answers::GrowthAnswer.fit(@store.water.increments({}))
  end

  def test_a_tagger_reads_growth_to_the_digit_and_keeps_the_filter_from_page_to_page
    fits = growth
    fit, (small, large) = fits.even, fits.yearly.values.map do |fit_of_year|
      fit_of_year.middle.round
    end
    sign_in(to: "/water")
    assert_selector ".lines li", text: "How fast do they grow?"
    assert_text "grow #{small} ("
    assert_text "Not known yet"
    assert_accessible(".overview")
    click_button "Change filter"
    select "European seabass", from: "species"
    click_link "Growth", match: :first
    assert_current_path %r{/water/growth\?species=seabass}
    assert_text "of #{(fit.a_mm / 10).round} cm grow #{small} ("
    assert_text "of #{(fit.b_mm / 10).round} cm #{large} ("
    assert_text "#{fit.n} fish were measured twice"
    find("summary", text: "How it was calculated").click
    assert_text "Growth in a year by a line through fish of about that length"
    find("summary", text: "Figures").click
    assert_selector "[data-answer=growth] tbody tr", count: fit.n
    assert_accessible(".water-page")
    visit "/water/handling?from=2026-01-01"
    assert_text "No tagged fish was released a year ago yet."
    click_button "Remove filter"
    assert_text "There are 9 and 27"
  end

  # Silence takes nothing for granted.
  def test_the_share_that_is_taken_follows_from_what_a_reader_says
    sign_in(to: "/water/tags")
    within(".exploitation") do
      assert_text "Nobody measured these here."
      assert_no_selector "[data-answer=exploitation]"
      { reporting_from: 50, reporting_to: 90, deaths_from: 1 }.each do |name, percent|
        fill_in name, with: percent
      end
      assert_no_selector "[data-answer=exploitation]"
      fill_in "deaths_to", with: 8
      find(".soft", text: "Nobody measured").click
      assert_text "How many tags stay in is not known yet"
      fill_in "reporting_to", with: 40
      find(".soft", text: "Nobody measured").click
      assert_text "The maximum is below the minimum. Swap them."
    end
  end

  def test_a_coordinator_says_that_an_assumption_does_not_hold_and_it_is_seen
    sign_in("hamish@marrow.example", to: "/water/movement")
    within("[data-answer=reach]") do
      find("summary", text: "How it was calculated").click
      click_button "It does not hold"
      fill_in "Why it does not hold", with: "Only the harbour is fished."
      click_button "Save"
      assert_text "Do not rely on this here."
    end
    visit "/water/movement"
    assert_selector "[data-answer=reach].fallen", text: "Only the harbour is fished."
  end

  def test_working_out_anew_is_seen_stopped_and_begun_again
    sign_in(to: "/water/movement")
    assert_text "Calculated"
    assert_no_text "Records have changed"
    fish(db[:trips].get(:id), @numbers[36], 36)
    visit "/water/movement"
    assert_text "0 of 2 parts done"
    click_button "Stop calculating"
    assert_text "The new calculation was stopped"
    click_button "Calculate now"
    assert_text "0 of 2 parts done"
    job = db[:que_jobs].where(job_class: "Acts::WaterJob").reverse(:id).get(:args)
    Acts::WaterJob.run(*JSON.parse(JSON.generate(job), symbolize_names: true))
    assert_no_text "Records have changed"
    assert_text "Calculated"
  end

  # By mouse events as a hand makes them: down, across, up.
  def test_an_area_drawn_on_the_map_is_the_filter
    sign_in(to: "/water/map")
    assert_selector ".cell-map .coast", minimum: 1
    click_button "Draw an area"
    assert_text "Draw a rectangle on the map"
    page.send_keys(:escape)
    assert_no_text "Draw a rectangle on the map"
    click_button "Draw an area"
    page.execute_script(<<~JS)
      const box = document.querySelector('.cell-map').getBoundingClientRect()
      const at = (type, x, y) => document.querySelector('.cell-map').dispatchEvent(
        new PointerEvent(type, { clientX: box.left + x, clientY: box.top + y, bubbles: true }))
      at('pointerdown', 40, 40); at('pointermove', 120, 140); at('pointerup', 240, 200)
    JS
    assert_text "an area of the map"
    assert_no_text "Draw a rectangle on the map"
    south, west, north, east = URI.decode_www_form(URI(current_url).query).to_h["area"]
      .split(",").map(&:to_f)

    assert_operator south, :<, north
    assert_operator west, :<, east
    click_button "Show all areas"
    assert_no_text "an area of the map"
  end

  def test_the_map_and_every_page_on_a_phone
    as_phone
    sign_in(to: "/water/map")
    assert_text "36 tagged fish released and 33 recaptures"
    assert_text "cells of 5 km"
    click_button "Recaptured"
    scroll_to(find("summary", text: "The busiest cells"), align: :center)
    find("summary", text: "The busiest cells").click
    assert_selector "tbody tr"
    assert_accessible(".map-page")
    %w[growth movement handling tags lengths health].each do |topic|
      visit "/water/#{topic}"
      assert_selector ".answer"
      wide = evaluate_script("document.documentElement.scrollWidth - innerWidth")

      assert_operator wide, :<=, 0, "#{topic} scrolls sideways"
    end
  end
end
