# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/water_case"

# Fish as the store groups them for Water, against fish counted by hand.
class WaterGroupsTest < WaterCase
  # Four fish by hand: one back after 10 days, one after 300, one after 500, one never; two hooked
  # deep. Only one that came back within a year counts, and one within a month as early.
  def test_fish_are_grouped_by_what_was_done_to_them
    { 10 => "throat", 300 => "jaw_corner", 500 => "throat", nil => "jaw_corner" }
      .each_with_index { |(days, hook_place), index| release(tags[index], days:, hook_place:) }
    groups = store.treated.groups({}, today: RELEASED_ON + 600)

    assert_equal({ released: 4, returned: 2 }, groups[:overall])
    %i[totals by_tagger by_season].each do |name|
      hook = groups[name].find { |row| row[:treatment] == :hook }

      assert_equal [1, 2, 1, 2, 1, 0],
        hook.values_at(:returned, :released, :other_returned, :other_released, :early, :other_early)
    end
    assert_equal([[2025, 6, 8]], groups[:by_season].select { |row| row[:treatment] == :hook }
      .map { |row| row.values_at(:year, :month, :length_class) })
    weeks = groups[:weeks].select { |row| row[:treatment] == :hook }

    assert_equal([[false, 42, true, 1], [false, 52, false, 1], [true, 1, true, 1],
      [true, 52, false, 1]], weeks.map { |row| row.values_at(:treated, :weeks, :returned, :fish) }
        .sort_by { |treated, week, *| [treated ? 1 : 0, week] })
    assert_equal(2, groups[:cells].call(:hook).sum { |row| row[:other_released] })
  end

  def test_of_fish_let_go_a_short_time_ago_only_their_weeks_count
    release(tags[0], days: 10)
    early = store.treated.groups({}, today: RELEASED_ON + 200)

    assert_equal({ released: 0, returned: 0 }, early[:overall], "nobody had a year")
    assert_equal(1, early[:weeks].select do |row|
      row[:treatment] == :hook
    end.sum { |row| row[:fish] })
  end

  # The season that runs is left out, and a fish that was kept is not alive after it.
  def test_seasons_are_whole_ones_of_the_programme
    season = Core::Answers::Season.new(begins: "07-01")
    release(tags[0], days: 100)
    release(tags[1], days: 400)
    release(tags[2])
    seasons = ->(today) { store.water.seasons({}, season:, today:)[:rows] }

    # Let go on 1 June 2025: in the season that began in July 2024.
    assert_equal([[2024, 2025, true, 1], [2024, 2026, true, 1], [2024, nil, true, 1],
      [2025, nil, false, 1], [2026, nil, false, 1]],
      seasons[Date.new(2027, 7, 1)].map do |row|
        row.values_at(:season, :next_season, :newly, :fish)
      end
        .sort_by { |row| row.map(&:to_s) }.sort_by { |row| [row[0], row[1] || 9999] })
    assert_equal([[2024, 2025, 1], [2024, nil, 2], [2025, nil, 1]],
      seasons[Date.new(2026, 12, 1)].map { |row| row.values_at(:season, :next_season, :fish) }
        .sort_by { |row| [row[0], row[1] || 9999] })
  end

  # Kept in the first year since, kept in the second, never kept.
  def test_what_was_taken_is_counted_by_whole_years
    [100, 500].each_with_index do |days, index|
      release(tags[index])
      record(SecureRandom.uuid, tags[index], RELEASED_ON.to_time + (days * 86_400) + (9 * 3600),
        kind: "recaptured", length_mm: 450, fate: "kept")
    end
    release(tags[2])

    assert_equal [{ kept: 1, over: 0 }, { kept: 1, over: 1 }],
      store.water.taken({}, today: RELEASED_ON + 740)
    assert_equal [{ kept: 1, over: 2 }], store.water.taken({}, today: RELEASED_ON + 540),
      "a year that is not over says nothing"
  end
end
