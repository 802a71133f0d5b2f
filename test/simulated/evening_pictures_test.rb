# frozen_string_literal: true

require_relative "../support/test_helper"

class EveningPicturesTest < Minitest::Test
  START = Time.utc(2026, 6, 15, 18)

  # An evening: 20 fish, three of them without a picture, 60 pictures, two of them of no fish, and a
  # camera clock 47 minutes off.
  def evening(seed)
    rng = Random.new(seed)
    time = START
    fish = Array.new(20) do |index|
      time += 120 + rng.rand(900)
      from = time
      time += 60 + rng.rand(90)
      { id: "f#{index}", from:, to: time }
    end
    shown = fish.reject.with_index { |_, index| [4, 9, 15].include?(index) }
    taken =
      Array.new(58) do |index|
        shown[index % shown.size].then do |photo|
          {
            at: photo[:from] + (rng.rand * (photo[:to] - photo[:from])) - 5 + rng.rand(15),
            truth: photo[:id]
          }
        end
      end
    taken +=
      [3, 12].map do |index|
        { at: fish[index][:to] + ((fish[index + 1][:from] - fish[index][:to]) / 2), truth: nil }
      end
    [
      fish,
      taken
        .sort_by { |photo| photo[:at] }
        .map
        .with_index do |photo, index|
          { id: "p#{index}", at: photo[:at] - (47 * 60), fish_id: nil, truth: photo[:truth] }
        end
    ]
  end

  def test_one_drag_puts_nearly_all_pictures_of_an_evening_right
    shares = (1..12).map do |seed|
      fish, photos = evening(seed)
      dragged = photos.find { |photo| photo[:truth] }
      dragged[:fish_id] = dragged[:truth]
      shift = Core::Photo::Placing.clock_seconds(photos:, fish:)
      placed =
        Core::Photo::Placing.assign(
          photos: photos.map { |photo| photo.merge(at: photo[:at] + shift) },
          fish:
        )
      photos.count { |photo| placed[photo[:id]][:fish_id] == photo[:truth] } / 60.0
    end

    assert_operator shares.min, :>=, 0.95, shares.inspect
  end
end
