# frozen_string_literal: true

module Core
  module Tags
    # A number as somebody read and wrote it: `?` is one character that cannot be read, `*` any run
    # of them. How well it goes with a printed number, what went wrong in words, and which numbers
    # it may be.
    class Reading
      Fit = Struct.new(:log, :slips, :filled, keyword_init: true)

      # Numbers up to this far away count as beside it on the strip.
      STRIP = 2
      ON_STRIP = "a number next to it on the strip"

      attr_reader :text

      # text: as typed
      def initialize(text, weights: Weights::READING)
        @text, @weights = Number.normalise(text), weights
        @alignment = Alignment.new(@text, weights)
      end

      # Whether every character could be read.
      def complete? = !@text.match?(/[?*]/) && !@text.empty?

      def log(number) = [@alignment.log(number), strip_log(number)].max

      # slips: sentences about what went wrong;  filled: characters that stand for what could not be
      #        read
      def fit(number)
        way = @alignment.way(number)
        unread, wrong = way.steps.partition { |name, _, _| name == :unread }
        slips = strip_log(number) > way.log ? [ON_STRIP] : wrong.map { |step| words(*step) }
        filled = unread.map(&:last)
        filled << "…" if @text.include?("*")
        Fit.new(log: log(number), slips:, filled:)
      end

      # The weights that the way to a number is made of, for setting them.
      def weights(number)
        steps = @alignment.way(number).steps.map(&:first)
        printed =
          @text.count("^?*") -
          steps.sum do |name|
            { swapped: 2, looks_alike: 1, other: 1, too_many: 1, doubled: 1 }.fetch(name, 0)
          end
        Array.new(printed, :same) + (steps - [:unread])
      end

      # How many characters of a number of that series are unread.
      def unread(prefix:, digits:)
        tail = Number.tail(@text, prefix) || @text
        tail.include?("*") ? [digits - tail.count("0-9"), 0].max : tail.count("?")
      end

      # Whether it has as many characters as a number of one of these series, all of them read.
      def whole?(series)
        complete? && series.any? { |prefix, digits| Number.tail(@text, prefix)&.size == digits }
      end

      # Whether it may be a number of one of these series, [[prefix, digits], ...], as far as it can
      # be read. A run says only what is left beside it.
      def of_series?(series)
        series.any? do |prefix, digits|
          tail = Number.tail(@text, prefix) or next false
          read = tail.count("0-9?")
          if tail.include?("*")
            read <= digits && (read.positive? || Number.prefixed?(@text, prefix))
          else
            read.between?(1, digits + 1)
          end
        end
      end

      # Every number of a series that this may be a reading of: one wrong digit, neighbours swapped,
      # one left out or one too many, and beside one that looks alike, or two swapped, another that
      # looks alike; a prefix or leading zeros left out. What takes more than that weighs too little
      # to be looked for among a million.
      # nil when that would be too many, or a run stands for any: then it is asked for by #pattern.
      #   slips: see Neighbours; 1 for those that come near to an exact number only
      def neighbours(prefix:, digits:, slips: 2)
        return nil if @text.include?("*")

        tails(prefix, digits).flat_map do |tail|
          tails = Neighbours.of(tail, digits:, slips:) or return nil
          tails.map { |tail_found| prefix + tail_found }
        end.uniq
      end

      # For SQL's LIKE, where a run stands for any: the series' prefix and what is left of the
      # digits, or nil when nothing is left.
      def pattern(prefix:)
        tail = Number.tail(@text, prefix)
        return nil if tail.nil? || !(tail.match?(/\d/) || Number.prefixed?(@text, prefix))

        prefix + (Number.prefixed?(@text, prefix) ? tail : "*#{tail}".squeeze("*")).tr("?*", "_%")
      end

      private

      # Tags come on strips: the number before or after is one that the tagger put in on the same
      # day, and that a finder may have been shown, or have counted from.
      def strip_log(number)
        return Alignment::NEVER unless complete?

        prefix, serial = number.match(/\A(\D*)(\d+)\z/)&.captures
        return Alignment::NEVER unless serial && @text.start_with?(prefix)

        read = @text[prefix.size..]
        return Alignment::NEVER unless read.size == serial.size && read.match?(/\A\d+\z/)
        return Alignment::NEVER unless (read.to_i - serial.to_i).abs.between?(1, STRIP)

        @weights[:on_strip] + (@text.size * @weights[:same])
      end

      # The digits that may have been meant. A character of the prefix may have been left out, added
      # or misread, where the digits are nearly whole.
      def tails(prefix, digits)
        least = Number.prefixed?(@text, prefix) ? prefix.size + 1 : 1
        cut =
          (least..(prefix.size + 1)).map do |size|
            @text[size..].to_s if @text[0, size].match?(/\A[A-Z]+\z/)
          end
        cut =
          cut
            .compact
            .filter_map { |remainder| Number.tail(remainder, prefix) }
            .select { |tail| (tail.size - digits).abs <= 1 }
        [*Number.tail(@text, prefix), *cut].uniq
      end

      def words(name, read, printed)
        case name
        when :swapped then "#{read[0]} and #{read[1]} swapped"
        when :no_prefix then "#{printed} missing before the digits"
        when :no_zeros then "zeros missing in front"
        when :left_out, :halved then "#{printed} missing"
        when :too_many, :doubled then "one #{read} too many"
        else "#{read} where the tag has #{printed}#{', which look alike' if name == :looks_alike}"
        end
      end
    end
  end
end
