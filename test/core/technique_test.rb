# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/fish"

# A line of now leads to a card that is there, and that the schools in force show.
class TechniqueTest < Minitest::Test
  CARDS = Core::Practice::Techniques::ALL.map(&:key)
  ANIMALS = [Fish::BASS, Fish::TROUT, Fish::HARDY, Fish::DEEP, Fish::ORDINARY, Fish::STURGEON,
    Fish::SHARK, Fish::CATFISH].freeze
  SCHOOLS = [{}, { deep_hook: "gain_access" }, { deep_hook: "remove_if_reachable" },
    { pressure: "descend" }, { wound: "antiseptic" }, { hold: "belly" }, { hold: "jaw" },
    { net: "by_hand" }].freeze

  ACTS = %w[fish_on in_net lifted back_in_water let_go].freeze

  def sentences
    SCHOOLS.each do |choices|
      rules = Fish.rules(**choices)
      ANIMALS.each do |animal|
        %w[lip throat gill eye].each do |hook_place|
          ACTS.each_index do |index|
            taps = Fish.taps(*ACTS[0..index])
            situation = Fish.situation(animal, rules:, taps:, hook_place:, now_ms: 9000,
              water_temp_c: 12, depth_m: 40, pressure_signs: %w[swollen])
            Core::Handling::Advice.all(situation).each { |line| yield line, situation, rules }
          end
        end
      end
    end
  end

  def test_every_card_that_a_line_names_is_there_and_shown
    named = []
    sentences do |line, situation, rules|
      card = Core::Handling::Technique.of(line.key, situation) or next
      named << card

      assert_includes CARDS, card
      assert_includes Core::Practice::Techniques.shown(rules), card,
        "#{line.key}: #{line.text} #{situation.species.code}"
    end

    assert_operator named.uniq.size, :>=, 10, named.uniq.join(" ")
  end

  def test_lines_without_a_card_name_none
    situation = Fish.situation(Fish::BASS, taps: [], water_temp_c: 12)

    assert_nil Core::Handling::Technique.of(:barbs, situation)
    assert_equal "net", Core::Handling::Technique.of(:net, situation)
    assert_equal "hold_jaw", Core::Handling::Technique.of(:hold, situation)
    belly = Fish.situation(Fish::BASS, rules: Fish.rules(hold: "belly"), taps: [])

    assert_nil Core::Handling::Technique.of(:hold, belly)
  end
end
