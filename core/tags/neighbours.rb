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

        found = case tail.size
        when digits then misread(tail, slips) + on_strip(tail)
        when digits - 1 then longer(tail,
          slips) + misread(tail.rjust(digits, "0"), slips - 1)
        when 1...digits then misread(tail.rjust(digits, "0"), slips - 1)
        when digits + 1 then shorter(tail, slips)
        when digits + 2 then shorter(tail, 1).flat_map { |one| shorter(one, 1) }
        else []
        end
        found.select { |one| one.size == digits }.uniq
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
        once = (0...tail.size).flat_map { |at| replaced(tail, at, DIGITS) } + likely
        if slips < 2
          once
        else
          once + (slips > 2 ? once : likely).flat_map { |one| alike(one) }
        end
      end

      # Beside a single one that is unread a slip is looked for too, if it is likely: anything else
      # weighs no more than "none of these".
      def unread(tail, slips)
        whole = filled(tail)
        return whole if slips < 1

        whole + swaps(tail).flat_map { |swap| filled(swap) } + whole.flat_map { |one| alike(one) }
      end

      # One was left out.
      def longer(tail, slips)
        whole =
          (0..tail.size)
            .flat_map { |at| DIGITS.flat_map { |digit| filled(tail.dup.insert(at, digit)) } }
            .uniq
        beside(whole, tail, slips)
      end

      # One was too many.
      def shorter(tail, slips)
        whole = (0...tail.size).flat_map { |at| filled(tail.dup.tap { |one| one.slice!(at) }) }.uniq
        beside(whole, tail, slips)
      end

      def beside(whole, tail, slips)
        slips < 3 || tail.include?("?") ? whole : whole + whole.flat_map { |one| alike(one) }
      end

      # Of neighbours that could both be read.
      def swaps(tail)
        places =
          (0...(tail.size - 1)).reject do |at|
            tail[at, 2].include?("?") || tail[at] == tail[at + 1]
          end
        places.map { |at| tail.dup.tap { |one| one[at], one[at + 1] = one[at + 1], one[at] } }
      end

      def filled(tail)
        at = tail.index("?") or return [tail]
        DIGITS.flat_map { |digit| filled(tail.dup.tap { |one| one[at] = digit }) }
      end

      # With one digit replaced by each that looks like it.
      def alike(tail)
        (0...tail.size).flat_map { |at| replaced(tail, at, ALIKE.fetch(tail[at], [])) }
      end

      def replaced(tail, at, digits) = digits.map { |digit| tail.dup.tap { |one| one[at] = digit } }
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
