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

    def log(at = 0, place = 0, swapped = :no)
      @known[[at, place, swapped]] ||= ways(at, place, swapped).max || -Float::INFINITY
    end

    private

    def ways(at, place, swapped)
      found = at == @text.size && place == @number.size ? [0.0] : []
      found << (START[:no_prefix] + log(at, @prefix, swapped)) if at.zero? && place.zero?
      found.concat(noughts(at, swapped)) if place == @prefix
      found << (left_out(place) + log(at, place + 1, swapped)) if place < @number.size
      return found if at == @text.size

      found.concat(@text[at] == "*" ? run(at, place, swapped) : read(at, place, swapped))
    end

    def noughts(at, swapped)
      counts =
        (1..@number[@prefix..][/\A0*/].size).reject { |count| @prefix + count == @number.size }
      counts.map { |count| START[:no_zeros] + log(at, @prefix + count, swapped) }
    end

    def run(at, place, swapped)
      [log(at + 1, place, swapped), *(log(at, place + 1, swapped) if place < @number.size)]
    end

    def read(at, place, swapped)
      found = [too_many(at) + log(at + 1, place, swapped)]
      if place < @number.size
        found << (one(@text[at], @number[place]) + log(at + 1, place + 1, swapped))
      end
      if swapped == :no && swap?(at, place)
        found << (START[:swapped] + log(at + 2, place + 2, :yes))
      end
      found
    end

    def swap?(at, place)
      @text[at, 2].size == 2 && @text[at, 2].reverse == @number[place, 2] &&
        @text[at] != @text[at + 1]
    end

    def left_out(place)
      START[place.positive? && @number[place] == @number[place - 1] ? :halved : :left_out]
    end

    def too_many(at) = START[at.positive? && @text[at] == @text[at - 1] ? :doubled : :too_many]

    def one(read, printed)
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
      at = rng.rand(read.size)
      case rng.rand(6)
      when 0 then read[at] = rng.rand(10).to_s
      when 1 then read.slice!(at) if read.size > 4
      when 2 then read.insert(at, read[at])
      when 3 then read[at] = "?"
      when 4 then read[at, 2] = read[at, 2].reverse
      else read = read.sub(/\AMS0*/, "")
      end
    end
    rng.rand < 0.05 ? "MS*#{read[-2..]}" : read
  end
end
