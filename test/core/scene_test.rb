# frozen_string_literal: true

require_relative "../support/test_helper"

class SceneTest < Minitest::Test
  include Core

  # Worst first by hand: a thrown fish before a picture, hung by the jaw before a netted wild one.
  def test_one_thing_to_do_better
    better = ->(*happened) { Practice::Better.of(happened, "bass_like")&.fetch(:says) }

    assert_nil better["net", "lift", "put_back", "look", "let_go"]
    assert_match(/Lower it into the water/, better["photo", "measure_loose", "throw"])
    assert_match(/second hand under its body/, better["wild", "lift_jaw", "photo"])
    assert_match(/Look at it/, better["photo", "unwatched"])
    blunders = Practice::Moves::ALL.values.select(&:mistake).map(&:key)

    assert_empty blunders - Practice::Better::LESSONS.keys, "a mistake that nobody learns from"
    cards = Practice::Better::LESSONS.values.map(&:last) - [nil, Practice::Better::HOLD]

    assert_empty cards - Practice::Techniques::ALL.map(&:key)
  end

  # And each act that can be done stands among them once.
  def test_never_more_than_six_words_to_choose_from
    Practice::Scenes::ALL.each do |scene|
      offered_in(scene).each do |acts|
        choices = Practice::Moves.choices(acts)
        offered = choices.flat_map do |choice|
          choice[:acts].empty? ? [choice[:key]] : choice[:acts].map { |act| act[:key] }
        end

        assert_operator choices.size, :<=, Practice::Moves::MOST_WORDS, scene.key
        assert_equal acts.sort, offered.sort, scene.key
      end
    end
  end

  # Every set of acts that good hands meet.
  def offered_in(scene)
    landing = Practice::Landing.new(scene:, seed: 77)
    hand = Practice::GoodHand.new(landing)
    met = Set.new
    until landing.over?
      met << landing.acts
      hand.move
      landing.advance(Practice::Landing::STEP_MS)
    end
    met
  end
end
