# frozen_string_literal: true

module Core
  module Tags
    # Which digits may have been meant by digits as they were read: what an index can be asked for.
    #
    #   tail: digits and `?`
    module Neighbours
      MOST_UNREAD = 3
      DIGITS = ("0".."9").to_a.freeze
      ALIKE = Alignment::LOOK_ALIKES.map(&:chars).select { |pair| pair.all?(/\d/) }
        .group_by(&:first).transform_values { |pairs| pairs.map(&:last) }.freeze

      module_function

      # [String] of that many digits, or nil when too much is unread.
      #   slips: 1 keeps to what one slip makes; 2 looks for a second beside one that is likely; 3
      #          beside any
      def of(tail, digits:, slips:)
        return nil if tail.count("?") > MOST_UNREAD

        tails = case tail.size
        when digits then misread(tail, slips) + on_strip(tail)
        when digits - 1 then longer(tail,
          slips) + misread(tail.rjust(digits, "0"), slips - 1)
        when 1...digits then misread(tail.rjust(digits, "0"), slips - 1)
        when digits + 1 then shorter(tail, slips)
        when digits + 2 then shorter(tail, 1).flat_map { |shorter_tail| shorter(shorter_tail, 1) }
        else []
        end
        tails.select { |found_tail| found_tail.size == digits }.uniq
      end

      # Numbers that lay beside it on the strip.
      def on_strip(tail)
        return [] if tail.include?("?")

        (1..Reading::STRIP).flat_map { |away| [tail.to_i - away, tail.to_i + away] }
          .reject(&:negative?).map { |serial| serial.to_s.rjust(tail.size, "0") }
      end

      # As many digits as were printed. A second slip is looked for only beside one that is likely
      # itself.
      def misread(tail, slips)
        return unread(tail, slips - tail.count("?")) if tail.include?("?")

        likely = alike(tail) + swaps(tail)
        once = (0...tail.size).flat_map { |place| replaced(tail, place, DIGITS) } + likely
        return once if slips < 2

        once + (slips > 2 ? once : likely).flat_map { |tail_once| alike(tail_once) }
      end

      # Beside a single one that is unread a slip is looked for too, if it is likely: anything else
      # weighs no more than "none of these".
      def unread(tail, slips)
        whole = filled(tail)
        return whole if slips < 1

        swapped = swaps(tail).flat_map { |swap| filled(swap) }
        whole + swapped + whole.flat_map { |variant| alike(variant) }
      end

      # One was left out.
      def longer(tail, slips)
        whole =
          (0..tail.size)
            .flat_map { |place| DIGITS.flat_map { |digit| filled(tail.dup.insert(place, digit)) } }
            .uniq
        beside(whole, tail, slips)
      end

      # One was too many.
      def shorter(tail, slips)
        shortened =
          (0...tail.size).map { |place| tail.dup.tap { |copy| copy.slice!(place) } }
        beside(shortened.flat_map { |variant| filled(variant) }.uniq, tail, slips)
      end

      def beside(whole, tail, slips)
        return whole if slips < 3 || tail.include?("?")

        whole + whole.flat_map { |variant| alike(variant) }
      end

      # Of neighbours that could both be read.
      def swaps(tail)
        places =
          (0...(tail.size - 1)).reject do |place|
            tail[place, 2].include?("?") || tail[place] == tail[place + 1]
          end
        places.map do |place|
          tail.dup.tap do |copy|
            copy[place], copy[place + 1] = copy[place + 1], copy[place]
          end
        end
      end

      def filled(tail)
        place = tail.index("?") or return [tail]
        DIGITS.flat_map { |digit| filled(tail.dup.tap { |copy| copy[place] = digit }) }
      end

      # With one digit replaced by each that looks like it.
      def alike(tail)
        (0...tail.size).flat_map { |place| replaced(tail, place, ALIKE.fetch(tail[place], [])) }
      end

      def replaced(tail, place, digits)
        digits.map { |digit| tail.dup.tap { |copy| copy[place] = digit } }
      end
      private_class_method :on_strip,
        :misread,
        :unread,
        :beside,
        :longer,
        :shorter,
        :swaps,
        :filled,
        :alike,
        :replaced
    end
  end
end
