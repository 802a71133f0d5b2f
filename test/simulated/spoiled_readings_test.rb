# frozen_string_literal: true

require_relative "../support/test_helper"

# The alignment beside one that tries out every way.
class SpoiledReadingsTest < Minitest::Test
  START = Core::Tags::Weights::STARTING
  TWINS = Core::Tags::Number::TWINS

  # Every way of the one becoming the other, tried out.
  class Tried
    def initialize(text, number)
      @text, @number, @prefix, @known = text, number, number.index(/\d/), {}
    end

    def log(read_at = 0, place = 0, swapped = :no)
      @known[[read_at, place, swapped]] ||= ways(read_at, place, swapped).max || -Float::INFINITY
    end

    private

    def ways(read_at, place, swapped)
      result = read_at == @text.size && place == @number.size ? [0.0] : []
      if read_at.zero? && place.zero?
        result << (START[:no_prefix] + log(read_at, @prefix,
          swapped))
      end
      result.concat(noughts(read_at, swapped)) if place == @prefix
      result << (left_out(place) + log(read_at, place + 1, swapped)) if place < @number.size
      return result if read_at == @text.size

      result.concat(@text[read_at] == "*" ? run(read_at, place,
        swapped) : read(read_at, place, swapped))
    end

    def noughts(read_at, swapped)
      counts =
        (1..@number[@prefix..][/\A0*/].size).reject { |count| @prefix + count == @number.size }
      counts.map { |count| START[:no_zeros] + log(read_at, @prefix + count, swapped) }
    end

    def run(read_at, place, swapped)
      [log(read_at + 1, place, swapped),
        *(log(read_at, place + 1, swapped) if place < @number.size)]
    end

    def read(read_at, place, swapped)
      result = [too_many(read_at) + log(read_at + 1, place, swapped)]
      if place < @number.size
        result << (character(@text[read_at], @number[place]) + log(read_at + 1, place + 1, swapped))
      end
      if swapped == :no && swap?(read_at, place)
        result << (START[:swapped] + log(read_at + 2, place + 2, :yes))
      end
      result
    end

    def swap?(read_at, place)
      @text[read_at, 2].size == 2 && @text[read_at, 2].reverse == @number[place, 2] &&
        @text[read_at] != @text[read_at + 1]
    end

    def left_out(place)
      START[place.positive? && @number[place] == @number[place - 1] ? :halved : :left_out]
    end

    def too_many(read_at)
      START[read_at.positive? && @text[read_at] == @text[read_at - 1] ? :doubled : :too_many]
    end

    def character(read, printed)
      return 0.0 if read == "?"
      return START[:same] if read == printed || TWINS[read] == printed || TWINS[printed] == read

      START[Core::Tags::Alignment::LOOK_ALIKES.include?(read + printed) ? :looks_alike : :other]
    end
  end

  def test_the_best_alignment_is_found_whatever_happened
    rng = Random.new(Integer(ENV.fetch("SEED", "17")))
    Integer(ENV.fetch("TIMES", "800")).times do
      number = format("MS%06d", rng.rand(4000))
      read = spoiled(number, rng)
      reading = Core::Tags::Reading.new(read, weights: START)

      [number, format("MS%06d", rng.rand(4000))].each do |printed|
        assert_in_delta Tried.new(reading.text, printed).log,
          reading.log(printed),
          1e-9,
          "#{read} of #{printed}"
      end
    end
  end

  def spoiled(number, rng)
    read = number.dup
    rng.rand(4).times do
      place = rng.rand(read.size)
      case rng.rand(6)
      when 0 then read[place] = rng.rand(10).to_s
      when 1 then read.slice!(place) if read.size > 4
      when 2 then read.insert(place, read[place])
      when 3 then read[place] = "?"
      when 4 then read[place, 2] = read[place, 2].reverse
      else read = read.sub(/\AMS0*/, "")
      end
    end
    rng.rand < 0.05 ? "MS*#{read[-2..]}" : read
  end
end
