# frozen_string_literal: true

module Demo
  # What wear, hands and haste do to a number on its way to us. Invented, and kept apart from the
  # rules that score
  # readings: it knows nothing of them, and they share no figure with it.
  module Damage
    # How often a digit is taken for another, by wear and by handwriting: { printed => { read =>
    # share } }.
    MISTAKEN = {
      "0" => {
        "6" => 2,
        "8" => 3,
        "9" => 1
      },
      "1" => {
        "7" => 4,
        "4" => 1
      },
      "2" => {
        "7" => 2,
        "3" => 1
      },
      "3" => {
        "8" => 3,
        "5" => 1
      },
      "4" => {
        "9" => 2,
        "1" => 1
      },
      "5" => {
        "6" => 3,
        "3" => 1
      },
      "6" => {
        "8" => 2,
        "0" => 2,
        "5" => 1
      },
      "7" => {
        "1" => 4,
        "2" => 1
      },
      "8" => {
        "3" => 2,
        "6" => 2,
        "0" => 2
      },
      "9" => {
        "4" => 2,
        "0" => 1,
        "8" => 1
      }
    }.freeze
    # Shares of what happens, of a hundred.
    KINDS = {
      unreadable: 34, two_unreadable: 18, end_unreadable: 6, mistaken: 15, swapped: 6, left_out: 7,
      doubled: 5, any_digit: 3, mistaken_twice: 3, prefix_misread: 3
    }.freeze

    module_function

    # Slips of the hand, which typing it again finds; what wear did is read the same way twice.
    SLIPS = %i[swapped left_out doubled any_digit prefix_misread].freeze

    # number: as printed;  kind: of KINDS, nil leaves it to chance;  typed_again: whether slips of
    #         the hand were found
    def of(number, rng, kind: nil, typed_again: false)
      kind ||= pick(KINDS, rng)
      return number if typed_again && SLIPS.include?(kind)

      send(kind, number.dup, rng)
    end

    # Of numbers that were read right, how people write them: none of it is an error.
    WRITINGS = {
      as_printed: 58, small: 10, spaced: 8, hyphened: 6, labelled: 3, letters_for_digits: 5,
      no_prefix: 6, no_zeros: 3, digits_alone: 1
    }.freeze

    def written(number, rng, way: nil)
      prefix, digits = number[/\A\D+/], number[/\d+\z/]
      case way || pick(WRITINGS, rng)
      when :small then number.downcase
      when :spaced then "#{prefix} #{digits[0, 3]} #{digits[3..]}"
      when :hyphened then "#{prefix}#{['-', '‐', '–', '/', '.'].sample(random: rng)}#{digits}"
      when :labelled then "No. #{digits}"
      when :letters_for_digits then prefix + digits.tr("01568",
        [%w[O I S G B], %w[o l s 6 8], %w[O l 5 G 8]].sample(random: rng).join)
      when :no_prefix then digits
      when :no_zeros then prefix + digits.sub(/\A0+/, "")
      when :digits_alone then digits.sub(/\A0+/, "")
      else number
      end
    end

    def pick(shares, rng)
      left = rng.rand * shares.values.sum
      shares.find { |_, share| (left -= share).negative? }&.first || shares.keys.last
    end

    def places(number) = (number.index(/\d/)...number.size).to_a

    def unreadable(number, rng) = number.tap { number[places(number).sample(random: rng)] = "?" }

    def two_unreadable(number, rng)
      number.tap { places(number).sample(2, random: rng).each { |place| number[place] = "?" } }
    end

    def end_unreadable(number, rng) = "#{number[0...-(1 + rng.rand(2))]}*"

    def mistaken(number, rng)
      place = places(number).sample(random: rng)
      number.tap { number[place] = pick(MISTAKEN.fetch(number[place]), rng) }
    end

    def mistaken_twice(number, rng)
      number.tap do
        places(number)
          .sample(2, random: rng)
          .each { |place| number[place] = pick(MISTAKEN.fetch(number[place]), rng) }
      end
    end

    def swapped(number, rng)
      place =
        places(number)[..-2]
          .reject { |here| number[here] == number[here + 1] }
          .sample(random: rng) or return number
      number.tap { number[place], number[place + 1] = number[place + 1], number[place] }
    end

    # Mostly one of two that are the same.
    def left_out(number, rng)
      twice = places(number)[..-2].select { |place| number[place] == number[place + 1] }
      place =
        (
          if twice.any? && rng.rand < 0.6
            twice.sample(random: rng)
          else
            places(number).sample(random: rng)
          end
        )
      number.tap { number.slice!(place) }
    end

    def doubled(number, rng)
      number.tap do |copy|
        places(copy).sample(random: rng).then do |place|
          copy.insert(place, copy[place])
        end
      end
    end

    def any_digit(number, rng)
      number.tap { number[places(number).sample(random: rng)] = rng.rand(10).to_s }
    end

    def prefix_misread(number, rng)
      number.tap { number[rng.rand(number.index(/\d/))] = ("A".."Z").to_a.sample(random: rng) }
    end
    private_class_method :places,
      :unreadable,
      :two_unreadable,
      :end_unreadable,
      :mistaken,
      :mistaken_twice,
      :swapped,
      :left_out,
      :doubled,
      :any_digit,
      :prefix_misread
  end
end
