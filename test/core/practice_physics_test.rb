# frozen_string_literal: true

require_relative "../support/test_helper"

# Practice that cannot be gamed: force, cutting and guessing win nothing.
class PracticePhysicsTest < Minitest::Test
  Practice = Core::Practice
  WORN = { number: "AB004217", series: ["AB", 6], cut: 0, upside_down: false, glare: 0.5,
           marks: %w[clear clear clear clear clear worn clear clear] }.freeze

  def worn(text) = Practice::WornNumber.score(WORN, { text: }).marks

  # The same reading weighed by matching, with nothing else told and only the true fish at large.
  def test_the_chance_of_a_reading_is_that_of_matching
    fish = { number: "AB004217", fish_id: 1, species_code: "cod",
             released_on: Date.new(2025, 5, 1) }
    species = { "cod" => Core::Fish::Species.new(code: "cod", tail: "square") }
    %w[AB004217 AB004?17 AB00??17 AB0042*].each do |text|
      weighed = Core::Recaptures::Candidates.weigh(
        report: { numbers: [text], caught_on: Date.new(2026, 5, 1) }, candidates: [fish], species:,
        series: [["AB", 6]]
      )

      assert_in_delta 100 * weighed.best.share, worn(text), 8, "#{text}, with others at large"
    end
  end

  # All the drag that there is tears the hook out of a fish that is not tired, and more drag never
  # makes the line slacker.
  def test_force_wins_nothing
    scene = Practice::Scenes::ALL.first
    pulls = [0.1, 0.3, 0.6, 1.2].map do |share|
      line = Practice::Line.new(scene, Core::Dice.new(3))
      line.wind, line.drag_n = 0.9, share * scene.line_n
      Array.new(20) { line.tap { line.step(0.05) }.tension_n }.max
    end

    assert_equal pulls.sort, pulls
    forced = Practice::Landing.new(scene:, seed: 5)
    until forced.over?
      forced.control(wind: 1.0, drag: 1.2)
      forced.advance(Practice::Landing::STEP_MS)
    end

    assert_equal "lost", forced.debrief[:outcome]
    assert_match(/tore out|broke/, forced.timeline.last[:says])
  end

  # Cut where the hook would come out, or let go without a length and a tag, a scene counts for
  # nothing.
  def test_a_scene_counts_when_the_fish_was_unhooked_measured_and_tagged
    scene = Practice::Scenes::ALL.first
    hands = Class.new(Practice::GoodHand) { def choose(key) = can?("cut") ? "cut" : key }
    cut = Practice::Landing.new(scene:, seed: 601)
    hand = hands.new(cut)
    until cut.over?
      hand.move
      cut.advance(Practice::Landing::STEP_MS)
    end
    names = cut.debrief[:parts].map { |part| part[:name] }

    assert_includes names, "the line was cut where the hook could come out"
    assert_includes names, "not unhooked, measured and tagged"
    assert_operator cut.debrief[:points], :>=, Practice::Progress::HARMLESS_POINTS
    good = Practice::GoodHand.play(scene:, seed: 601).debrief

    assert_operator good[:points], :<, Practice::Progress::HARMLESS_POINTS
  end
end
