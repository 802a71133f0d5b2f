# frozen_string_literal: true

require_relative "../support/test_helper"

# Drawn animals: every guild has one, its parts stand where such animals have them.
class DrawingTest < Minitest::Test
  Drawing = Core::Drawing
  GUILDS = Core::Fish::Guild.all.map { |guild| guild.key.to_s }

  def test_every_guild_is_drawn_and_no_two_alike
    pictures = GUILDS.map { |guild| Drawing::Picture.of(guild) }

    assert_equal(GUILDS, pictures.map { |picture| picture[:guild] })
    assert_equal GUILDS.size, pictures.map { |picture| picture[:layers] }.uniq.size
    pictures.each do |picture|
      paths = picture[:layers].map { |layer| layer[:path] }

      assert_empty(paths.grep_v(/\A[MLCQaqlhvzZ\d\s.,-]+\z/), picture[:guild])
    end
  end

  def test_eye_gill_fin_and_tail_follow_one_another
    GUILDS.each do |guild|
      form = Drawing::Form.fetch(guild)
      next if form.seen == "above"

      from, to = form.dorsal

      assert_operator form.eye[0], :<, form.gill, guild
      assert_operator form.gill, :<, to, guild
      assert_operator from, :<, to
      assert_operator to, :<, form.body.last[0]
      # The lateral line lies within the body, below the back.
      [from, (from + to) / 2, to].each do |x|
        assert_operator form.back_at(x), :<, form.lateral_at(x), guild
        assert_operator form.lateral_at(x), :<, form.belly_at(x), guild
      end
    end
  end

  def test_true_proportions
    deep = ->(guild) { Drawing::Form.fetch(guild).body.map { |_, above, below| above + below }.max }

    assert_operator deep["small_spiny_rayed"], :>, 1.5 * deep["trout_and_salmon"]
    assert_operator deep["long_jawed_toothed"], :<, 0.7 * deep["trout_and_salmon"]
    assert_operator deep["flatfish"], :>, 1.2 * deep["small_spiny_rayed"]
    assert_operator Drawing::Form.fetch("sharks").tail[1], :>, Drawing::Form.fetch("sharks").tail[2]
  end

  def test_the_tag_goes_between_fin_and_lateral_line_where_one_goes_at_all
    GUILDS.each do |guild|
      picture = Drawing::Picture.of(guild)
      x, y = picture[:marks][:tag]
      next assert_nil(x) unless Core::Fish::Guild.fetch(guild).tag_site && picture[:seen] == "side"

      form = Drawing::Form.fetch(guild)

      assert_operator form.back_at(x), :<, y
      assert_operator y, :<, form.lateral_at(x)
    end
  end

  def test_the_measure_ends_where_the_length_of_the_guild_ends
    assert_equal [0, 933], Drawing::Picture.of("bass_like")[:marks][:measure].map(&:first), "fork"
    assert_equal [0, 995], Drawing::Picture.of("general")[:marks][:measure].map(&:first), "end"
    across = Drawing::Picture.of("crabs_and_lobsters")[:marks][:measure]

    assert_equal across[0][0], across[1][0], "a shell is measured across"
  end

  def test_a_smooth_line_goes_through_its_points
    points = [[0, 0], [10, 5], [20, -3], [35, 4]]
    line = Drawing::Outline.through(points)

    points.each { |point| assert_includes line.map { |spot| spot.map { _1.round(9) } }, point }
    assert_in_delta 2.5, Drawing::Outline.at([[0.0, 0.0], [10.0, 5.0]], 5), 1e-9
  end

  def test_cards_have_three_to_eight_steps_and_something_to_look_at
    cards = Core::Practice::Techniques::ALL

    assert_operator cards.size, :>=, 16
    cards.each do |card|
      assert_includes 3..8, card.steps.size, card.key
      assert_empty(card.steps.reject { |step| step.look.size > 3 && step.at.size == 2 }, card.key)
      assert_includes GUILDS, card.guild
    end
  end

  def test_the_schools_in_force_decide_which_cards_are_shown
    rules = lambda do |**choices|
      Core::Protocol::HouseRules.new(version: 1, choices: choices.transform_values do |choice|
        { school: choice }
      end)
    end
    shown = ->(**choices) { Core::Practice::Techniques.shown(rules[**choices]) }

    assert_includes shown[deep_hook: :cut_always], "cut_deep"
    refute_includes shown[deep_hook: :cut_always], "through_gill"
    assert_includes shown[deep_hook: :gain_access], "through_gill"
    refute_includes shown[wound: :none], "wound"
    assert_includes shown[wound: :antiseptic], "wound"
    refute_includes shown[pressure: :vent], "descend"
  end
end
