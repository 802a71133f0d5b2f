# frozen_string_literal: true

module Core
  module Tags
    # A number as it was read from a worn tag: `?` is one character that cannot be read, `*` any run of them.
    # How well it goes with a printed number, as a log-likelihood, and what went wrong in words. 2-rules 7.
    class Reading
      LOOK_ALIKES = %w[08 06 17 38 56 5S 68 8B 0O 1I 2Z].flat_map { |pair| [pair, pair.reverse] }.freeze
      SAME = Math.log(0.97)
      LOOKS_ALIKE = Math.log(0.02)
      SWAPPED = Math.log(0.005)
      OTHER = Math.log(0.0005)
      Fit = Struct.new(:log, :slips, keyword_init: true)
      NONE = Fit.new(log: -Float::INFINITY, slips: []).freeze

      # text: as typed; brought to the printed form, `?` and `*` kept
      def initialize(text)
        @text = Number.normalise(text)
        @logs = @text.include?("*") ? nil : @text.each_char.map { |read| logs_of(read) }
      end

      # Whether every character could be read.
      def complete? = !@text.match?(/[?*]/) && !@text.empty?

      # Whether it may be a number of one of these series, [[prefix, digits], ...], as far as it can be read.
      def of_series?(series)
        series.any? { |prefix, digits| @text.include?("*") || (@text.size == prefix.size + digits && prefix.each_char.with_index.all? { |printed, at| [printed, "?"].include?(@text[at]) }) }
      end

      # Fit of this reading to a printed number; its log is -Infinity when the lengths cannot go together.
      def fit(number) = step(0, 0, false, number, {})

      # The same without the words, for going through many.
      def log(number)
        return fit(number).log if @logs.nil?
        return -Float::INFINITY if number.bytesize != @logs.size

        sum, at = 0.0, 0
        @logs.each { |logs| (sum += logs[number.getbyte(at)]) && at += 1 }
        sum + swap_gain(number)
      end

      # Every number of a series that this may be a reading of: one wrong digit, or two that look alike; one that looks alike beside an unread one;
      # neighbours swapped, and one that looks alike. What takes more than that weighs less than "none of these".
      # nil when that would be too many, or a run stands for any: then it is asked for by #pattern.
      #   slips: 1 for those that come near to an exact number only
      def neighbours(prefix:, digits:, slips: 2)
        return nil if @text.include?("*")
        return [] if @text.size != prefix.size + digits

        tail = @text[-digits..].tr("OISBZ", "01582").gsub(/[^0-9?]/, "?")
        return nil if tail.count("?") > MOST_UNREAD

        found = tail.include?("?") ? unread(tail, slips - tail.count("?")) : misread(tail, slips)
        found.uniq.map { |one| prefix + one }
      end

      # The same for SQL's LIKE.
      def pattern = @text.gsub(/[%\\_]/, "").tr("?*", "_%")

      MOST_UNREAD = 3
      DIGITS = ("0".."9").to_a.freeze
      ALIKE = LOOK_ALIKES.group_by { |pair| pair[0] }.transform_values { |pairs| pairs.map { |pair| pair[1] }.grep(/\d/) }.freeze

      private

      def swaps(tail) = (0...(tail.size - 1)).map { |at| tail.dup.tap { |one| one[at], one[at + 1] = one[at + 1], one[at] } } - [tail]

      def filled(tail)
        at = tail.index("?") or return [tail]
        DIGITS.flat_map { |digit| filled(tail.dup.tap { |one| one[at] = digit }) }
      end

      def misread(tail, slips)
        once = (0...tail.size).flat_map { |at| replaced(tail, at, DIGITS) }
        return once + swaps(tail) if slips == 1

        once + alike(tail).flat_map { |one| alike(one) } + swaps(tail).flat_map { |one| [one, *alike(one)] }
      end

      # One beside what is unread only if it looks alike: anything else weighs no more than "none of these".
      def unread(tail, slips)
        whole = filled(tail)
        whole + swaps(tail).flat_map { |one| filled(one) } + (slips.positive? ? whole.flat_map { |one| alike(one) } : [])
      end

      # With one digit replaced by each that looks like it.
      def alike(tail) = (0...tail.size).flat_map { |at| replaced(tail, at, ALIKE.fetch(tail[at], [])) }

      def replaced(tail, at, digits) = digits.map { |digit| tail.dup.tap { |one| one[at] = digit } }

      # Logs by the byte of the printed character.
      def logs_of(read)
        return Array.new(256, 0.0) if read == "?"

        Array.new(256, OTHER).tap do |logs|
          LOOK_ALIKES.each { |pair| logs[pair[1].ord] = LOOKS_ALIKE if pair[0] == read }
          logs[read.ord] = SAME if read.ord < 256
        end
      end

      # What one swap of neighbours explains better than two wrong characters do.
      def swap_gain(number)
        gain = 0.0
        (1...@logs.size).each do |at|
          here, before = @text.getbyte(at), @text.getbyte(at - 1)
          next unless here == number.getbyte(at - 1) && before == number.getbyte(at) && here != before

          gain = [gain, SWAPPED - @logs[at][before] - @logs[at - 1][here]].max
        end
        gain
      end

      def step(at, place, swapped, number, known)
        known[[at, place, swapped]] ||= best(at, place, swapped, number, known)
      end

      def best(at, place, swapped, number, known)
        return place == number.size ? Fit.new(log: 0.0, slips: []) : NONE if at == @text.size
        return run(at, place, swapped, number, known) if @text[at] == "*"
        return NONE if place >= number.size

        one = with(character(@text[at], number[place]), step(at + 1, place + 1, swapped, number, known))
        swap = swap?(at, place, number) && !swapped ? with(Fit.new(log: SWAPPED, slips: ["#{@text[at]} and #{@text[at + 1]} swapped"]), step(at + 2, place + 2, true, number, known)) : NONE
        [one, swap].max_by(&:log)
      end

      def run(at, place, swapped, number, known)
        (place..number.size).map { |onward| step(at + 1, onward, swapped, number, known) }.max_by(&:log)
      end

      def swap?(at, place, number)
        @text[at + 1] && number[place + 1] && @text[at] == number[place + 1] && @text[at + 1] == number[place] && @text[at] != @text[at + 1]
      end

      def character(read, printed)
        return Fit.new(log: 0.0, slips: []) if read == "?"
        return Fit.new(log: SAME, slips: []) if read == printed

        alike = LOOK_ALIKES.include?(read + printed)
        Fit.new(log: alike ? LOOKS_ALIKE : OTHER, slips: ["#{read} where the tag has #{printed}#{', which look alike' if alike}"])
      end

      def with(first, rest) = rest.log == -Float::INFINITY ? NONE : Fit.new(log: first.log + rest.log, slips: first.slips + rest.slips)
    end
  end
end
