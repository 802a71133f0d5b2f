# frozen_string_literal: true

require "csv"
require_relative "../support/test_helper"
require_relative "../support/random_fish"

class UnitsTest < Minitest::Test
  def test_one_foot_is_twelve_inches_is_the_same_fish
    assert_equal Core::Units.length_mm(2, "ft"), Core::Units.length_mm(24, "in")
    assert_equal 610, Core::Units.length_mm(24, "in")
    assert_equal 412, Core::Units.length_mm(41.2, "cm")
  end

  def test_sixteen_ounces_make_a_pound
    assert_equal Core::Units.weight_g(1, "lb"), Core::Units.weight_g(16, "oz")
    assert_equal 1620, Core::Units.weight_g(1.62, "kg")
  end

  def test_both_scales_meet_at_minus_forty
    assert_in_delta(-40.0, Core::Units.temp_c(-40, "F"), 1e-9)
    assert_in_delta 100.0, Core::Units.temp_c(212, "F"), 1e-9
  end

  def test_refuses_what_it_does_not_know
    assert_equal :unknown_unit,
      assert_raises(Core::InvalidInput) { Core::Units.length_mm(3, "cubits") }.code
    assert_equal :not_a_number,
      assert_raises(Core::InvalidInput) { Core::Units.length_mm("4o", "cm") }.code
    assert_equal :not_a_number,
      assert_raises(Core::InvalidInput) { Core::Units.depth_m(Float::NAN, "ft") }.code
  end
end

class LengthTest < Minitest::Test
  CONVERSION = { a_mm: 4.0, b: 1.05, se_mm: 5.0 }.freeze

  def length(mm, kind = "FL", how = "board") = Core::Fish::Length.new(mm:, kind:, how:)

  def test_converting_there_and_back_returns_the_length_with_a_larger_error
    there = length(400).convert(to: "TL", fl_to_tl: CONVERSION)
    back = there.convert(to: "FL", fl_to_tl: CONVERSION)

    assert_in_delta 424.0, there.mm, 1e-9
    assert_in_delta 400.0, back.mm, 1e-9
    assert_operator back.sd_mm, :>, length(400).sd_mm
  end

  # Outside oracle: draw many fish with that measuring error and that scatter about the line.
  # By hand: the regression's own spread beside that of the board, carried through its slope.
  def test_the_error_of_a_total_length_told_as_a_fork_length
    total = length(400).convert(to: "TL", fl_to_tl: CONVERSION)
    back = total.convert(to: "FL", fl_to_tl: CONVERSION)

    assert_in_delta Math.hypot(total.sd_mm, CONVERSION[:se_mm]) / CONVERSION[:b], back.sd_mm, 1e-9
  end

  def test_the_converted_error_is_the_spread_of_simulated_fish
    rng = Random.new(7)
    normal = -> { Math.sqrt(-2 * Math.log(1 - rng.rand)) * Math.cos(2 * Math::PI * rng.rand) }
    totals = Array.new(40_000) { 4.0 + (1.05 * (400 + (3 * normal.call))) + (5 * normal.call) }
    mean = totals.sum / totals.size
    sd = Math.sqrt(totals.sum { |total| (total - mean)**2 } / totals.size)

    assert_in_delta sd, length(400).convert(to: "TL", fl_to_tl: CONVERSION).sd_mm, 0.1
  end

  # Somebody typed a first figure, 10 mm: a line that starts at 40 mm leaves nothing of it.
  def test_a_length_that_a_line_leaves_nothing_of_is_not_known
    line = { a_mm: 40, b: 1.05, se_mm: 5 }
    short = Core::Fish::Length.new(mm: 10, kind: "TL", how: "board")

    assert_nil short.convert(to: "FL", fl_to_tl: line)
    assert_nil Core::Fish::Length.new(mm: 10, kind: "FL", how: "board")
      .convert(to: "TL", fl_to_tl: { a_mm: -40, b: 1.05, se_mm: 5 })
  end

  # 400 mm to the root of the tail: 10 + 1.2 x 400 = 490 in all; then to the fork, with both errors.
  def test_a_standard_length_is_converted_where_the_species_has_a_line_for_it
    standard = Core::Fish::Length.new(mm: 400, kind: "SL", how: "tape", sd_mm: 6)
    line = { a_mm: 10, b: 1.2, se_mm: 5 }
    total = standard.convert(to: "TL", fl_to_tl: nil, sl_to_tl: line)

    assert_in_delta 490, total.mm
    assert_in_delta Math.hypot(7.2, 5), total.sd_mm
    fork = standard.convert(to: "FL", fl_to_tl: CONVERSION, sl_to_tl: line)

    assert_equal total.convert(to: "FL", fl_to_tl: CONVERSION), fork
    assert_nil standard.convert(to: "TL", fl_to_tl: CONVERSION)
    assert_nil standard.convert(to: "FL", fl_to_tl: nil, sl_to_tl: line)
  end

  def test_never_guesses_a_conversion
    assert_nil length(400).convert(to: "TL", fl_to_tl: nil)
    assert_nil length(400).convert(to: "DW", fl_to_tl: CONVERSION)
    assert_nil length(400).convert(to: "SL", fl_to_tl: CONVERSION)
  end

  def test_each_method_has_its_own_error_and_a_photo_brings_its_own
    assert_equal(
      [3.0, 6.0, 12.0, 40.0],
      %w[board tape ruler estimate].map { |how| length(1, "FL", how).sd_mm }
    )
    assert_in_delta 40.0,
      length(400, "FL", "photo").sd_mm,
      1e-9,
      "a photo that nobody measured is an estimate"
    assert_in_delta 4.4, Core::Fish::Length.new(mm: 400, kind: "FL", how: "photo", sd_mm: 4.4).sd_mm
  end
end

class CatalogueTest < Minitest::Test
  DEMO = %w[
    seabass pollack cod ballan_wrasse black_seabream thick_lipped_mullet turbot smooth_hound
    tub_gurnard sea_trout
  ].freeze

  def species
    @species ||= RandomFish.species.to_h { |species| [species.code, species] }
  end

  def test_every_guild_has_at_least_two_species_and_every_species_a_guild
    by_guild = species.values.group_by(&:guild_key)

    assert_equal Core::Fish::Guild.all.map { |guild| guild.key.to_s }.sort, by_guild.keys.sort
    by_guild.each { |guild, members| assert_operator members.size, :>=, 2, "#{guild} has too few" }
  end

  def test_the_demo_species_are_complete_and_their_look_alikes_exist
    assert_empty DEMO - species.keys
    species.each_value do |entry|
      assert_empty entry.look_alikes - species.keys, "#{entry.code} looks like nothing we know"
    end
  end

  # A typical fish weighs between 10 g and 300 kg whatever the coefficients; a slipped decimal point
  # would not.
  def test_coefficients_give_a_fish_of_believable_weight
    species.each_value do |entry|
      relative = entry.weight_g_at(entry.typical_mm) / ((entry.typical_mm / 10.0)**3)

      assert_operator relative, :>, 0.002, entry.code
      assert_operator relative, :<, 0.3, entry.code
    end
  end

  def test_a_sling_as_heavy_as_the_whole_catch_is_refused
    net_g = ->(gross_g, tare_g) { Core::Fish::Weight.net_g(gross_g:, tare_g:) }

    assert_equal 1, net_g[501, 500]
    assert_raises(Core::InvalidInput) { net_g[500, 500] }
  end

  def test_the_tail_decides_which_length_counts
    assert_equal(
      {
        "seabass" => "FL",
        "cod" => "TL",
        "thornback_ray" => "DW",
        "albacore" => "FL",
        "turbot" => "TL"
      },
      species.slice("seabass", "cod", "thornback_ray", "albacore", "turbot").transform_values(
        &:length_kind
      )
    )
  end

  def test_a_species_adds_its_own_hazards_to_the_guilds
    assert_includes species["tub_gurnard"].all_hazards, "gill-cover spines"
    assert_includes species["tub_gurnard"].all_hazards, "dorsal and anal spines"
  end
end
