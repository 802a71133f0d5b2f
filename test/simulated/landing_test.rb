# frozen_string_literal: true

require_relative "../support/test_helper"

# Fish on the clock: hands that follow the house rules bring fish in well, each mistake costs.
# bench/landing.rb plays 10,000.
class LandingTest < Minitest::Test
  Practice = Core::Practice
  SEEDS = (501..512)
  FAIR = Practice::Scenes::ALL.select(&:fair)

  # Follows the rules but for one thing.
  class Hand < Practice::GoodHand
    def self.plays(scene:, seed:, instead: {}, wind: nil)
      landing = Practice::Landing.new(scene:, seed:)
      hand = new(landing)
      hand.err(instead, wind)
      until landing.over?
        hand.move
        landing.advance(Practice::Landing::STEP_MS)
      end
      landing
    end

    def err(instead, wind)
      @instead, @wind, @erred = instead, wind, Hash.new(0)
    end

    # { right act => [wrong act, how often] }
    def choose(key)
      wrong, times = @instead[key]
      return key if wrong.nil? || @erred[key] >= times
      # It waits until it can err.
      return nil unless @landing.acts.include?(wrong)

      @erred[key] += 1
      wrong
    end

    def move
      super
      return unless @wind && @landing.phase == "fight"

      drag = [0.72 * @landing.line.strength_n / @scene.line_n, 0.6].min
      @landing.control(wind: @wind, drag:)
    end
  end

  def points(scene, seed, **errs)
    Hand.plays(scene:, seed:, **errs).debrief[:points] || 100
  end

  def scene(key = "estuary", **changes)
    result = Practice::Scene.fetch(key)
    Practice::Scene.new(**result.to_h, **changes)
  end

  def mean(scene, **errs) = SEEDS.sum { |seed| points(scene, seed, **errs) } / SEEDS.size.to_f

  def test_hands_that_follow_the_house_rules_bring_fish_in_well
    plays = FAIR.product((601..608).to_a).map { |hand, seed| points(hand, seed) }

    assert_operator plays.count { |result| result < 20 }, :>=, plays.size * 0.95
  end

  # Named mistakes of beginners, each beside the same hands without it.
  MISTAKES = {
    "net not sunk" => { "sink_net" => ["scoop", 9] },
    "lifted by the line" => { "sink_net" => ["swing", 9] },
    "gripped on the side of the hooks" => { "lift" => ["lift_hook_side", 1] },
    "squeezed" => { "lift" => ["lift_squeezed", 1] },
    "a cloth" => { "lift" => ["lift_cloth", 1] },
    "hung by the jaw" => { "lift" => ["lift_jaw", 1] },
    "dry hands and board" => { "wet" => ["lift", 1] },
    "long air" => { "put_back" => ["photo", 14] },
    "wrong length" => { "measure" => ["measure_loose", 1] },
    "tag under the lateral line" => { "tag" => ["tag_low", 1] },
    "hook pulled out" => { "remover" => ["pull", 1] },
    "not watched" => { "look" => ["let_go", 1] },
    "not revived" => { "hold" => ["let_go", 1] },
    "thrown" => { "put_back" => ["throw", 1] }
  }.freeze

  def test_each_single_mistake_costs_more_than_doing_it_right
    right = mean(scene)

    MISTAKES.each do |name, instead|
      assert_operator mean(scene, instead:), :>, right + 2, name
    end
    assert_operator mean(scene, wind: 1.0), :>, right + 2, "wound to the tip of the rod"
  end

  def test_a_net_that_is_not_ready_costs_time_with_the_fish_at_the_side
    ready, packed = %w[ready packed].map do |net|
      SEEDS.sum { |seed| Hand.plays(scene: scene(net:), seed:).clock_ms }
    end

    assert_operator packed, :>, ready + (5000 * SEEDS.size)
  end

  def test_who_makes_every_mistake_brings_hardly_any_fish_in_well
    instead = { "sink_net" => ["scoop", 2], "wet" => ["lift_squeezed", 1],
                "lift" => ["lift_jaw", 1],
                "measure" => ["measure_loose", 1], "tag" => ["tag_low", 1],
                "put_back" => ["photo", 10], "hold" => ["let_go", 1], "look" => ["let_go", 1] }
    plays = FAIR.product((701..704).to_a).map do |hand, seed|
      points(hand, seed, instead:, wind: 1.0)
    end

    assert_operator plays.count { |result| result < 20 }, :<=, plays.size * 0.1
  end

  def test_whatever_is_done_nothing_leaves_its_bounds
    rng = Random.new(77)
    Practice::Scenes::ALL.product((1..6).to_a).each do |scene, seed|
      landing = Practice::Landing.new(scene:, seed:)
      400.times do
        break if landing.over?

        landing.control(wind: rng.rand * 1.4, drag: rng.rand * 1.5)
        landing.act(Practice::Moves::ALL.keys.sample(random: rng))
        landing.advance(500)
        check(landing)
      end
      landing.debrief
    end
  end

  def check(landing)
    state = landing.state

    assert_includes 0.0..1.0, state[:breath]
    assert_operator state[:distance_m], :>=, 0
    assert_operator state[:tension], :>=, 0
    assert_predicate state[:tension], :finite?
    assert_operator Core::Handling::Stages.new(state[:record][:taps]).air_seconds.to_f, :>=, 0
  end

  def test_the_same_seed_and_hands_are_the_same_fish
    play, again = Array.new(2) { Hand.plays(scene:, seed: 9).debrief }

    assert_equal play, again
    refute_equal play[:timeline], Hand.plays(scene:, seed: 10).debrief[:timeline]
  end
end
