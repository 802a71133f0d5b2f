# frozen_string_literal: true

require_relative "../support/test_helper"

# Beside every assignment there is, tried out one by one.
class AllPlacingsTest < Minitest::Test
  START = Time.utc(2026, 6, 15, 18)
  PER_SECOND = 1 / 40.0
  NO_FISH = -150 / 40.0

  def fish(*spans)
    spans.map.with_index do |(from, to), index|
      { id: "f#{index}", from: START + from, to: START + to }
    end
  end

  def photos(*seconds)
    seconds.map.with_index do |second, index|
      { id: "p#{index}", at: second && (START + second), fish_id: nil }
    end
  end

  def weight(photo, entry)
    return NO_FISH / 2 if photo[:at].nil?

    -[entry[:from] - photo[:at], photo[:at] - entry[:to], 0].max * PER_SECOND
  end

  # Each photo's place, never going backwards, with the log weight of the whole.
  def all(photos, fish, last = 0)
    return [[[], 0.0]] if photos.empty?

    [[0, last, NO_FISH], *(1..fish.size).map do |fish_index|
      [fish_index, fish_index, weight(photos[0], fish[fish_index - 1])]
    end]
      .select { |_, reach, _| reach >= last }
      .flat_map do |fish_index, reach, log|
        all(photos[1..], fish, reach).map { |later, sum| [[fish_index, *later], log + sum] }
      end
  end

  CASES = [
    [[10, 70, 400], [[0, 60], [100, 160], [300, 420]]],
    [[50, 130, nil, 220], [[0, 60], [120, 180], [200, 260]]],
    [[900, 30, 200], [[0, 60], [100, 160], [1000, 1060]]],
    [[-140, 80, 90, 95], [[0, 60], [100, 160]]],
    [[5000], [[0, 60]]]
  ].freeze

  def test_the_best_is_chosen_and_how_sure_it_is_is_its_share_of_all
    CASES.each do |seconds, spans|
      shown, caught = photos(*seconds), fish(*spans)
      tried = all(shown, caught)
      best, = tried.max_by(&:last)
      whole = tried.sum { |_, log| Math.exp(log) }
      placed = Core::Photo::Placing.assign(photos: shown, fish: caught)

      best.each_with_index do |place, photo_index|
        result = placed["p#{photo_index}"]
        share = tried.sum { |chosen, log| chosen[photo_index] == place ? Math.exp(log) / whole : 0 }

        assert_equal [place.zero? ? nil : "f#{place - 1}"], [result[:fish_id]], seconds.inspect
        assert_in_delta share, result[:sure], 1e-9, "#{seconds} photo #{photo_index}"
      end
    end
  end

  def test_a_placed_picture_sets_the_clock_by_the_middle_of_its_fish
    caught = fish([0, 60], [1000, 1060])
    shown = photos(500, 1500)
    shown[0][:fish_id] = "f0"

    assert_equal(-470, Core::Photo::Placing.clock_seconds(photos: shown, fish: caught))
    assert_nil Core::Photo::Placing.clock_seconds(photos: photos(500), fish: caught)
  end

  def test_what_fits_is_said_in_words_from_its_bounds_on
    words = [0.95, 0.9499, 0.7, 0.6999, nil].map { |sure| Core::Photo::Placing.fit_of(sure) }

    assert_equal %i[well fair fair doubtful doubtful], words
  end

  # It was taken long after its fish, and long before the next: the number says whose it is.
  def test_a_number_that_was_read_outweighs_the_clock_and_pulls_its_neighbours_along
    caught = fish([0, 60], [600, 660])
    shown = photos(500, 560)
    by_time = Core::Photo::Placing.assign(photos: shown, fish: caught)
    shown[1][:seen_fish_id] = "f0"
    by_number = Core::Photo::Placing.assign(photos: shown, fish: caught)

    assert_equal "f1", by_time["p1"][:fish_id]
    assert_equal "f0", by_number["p1"][:fish_id]
    refute_equal "f1", by_number["p0"][:fish_id]
  end
end
