# frozen_string_literal: true

module Core
  module Tags
    # A number as a machine sees it in a picture: the same writing looked at several ways, each look
    # a line of characters with how sure the machine says that it is. From them come the numbers
    # that were most likely printed, `?` where no digit is likely enough, and how often an offer
    # that looks like this one is right.
    #
    # Which numbers were issued plays no part, only the first and last of a series: an offer must
    # not say which tags there are.
    class SeenNumber
      # text: with `?` for what is not read;  share: of such offers that are right in every digit
      # that they read, 0..1;  others: up to two more [text], the likeliest first
      # digits: SeenDigits of it
      # sure?: from where on that share is one to rely on; below it a person has to look
      Offer = Struct.new(:text, :share, :others, :digits, keyword_init: true) do
        def sure? = SeenNumber.sure?(share)
      end
      LEAST_SURE_OFFER = 0.95

      # Weight of no digit at all, against 1 for a digit in one look.
      NOISE = 0.22
      # The least weight of a look: its own word counts less than that another look saw the same.
      LEAST_SURE = 0.4
      # A digit with a smaller share of what was seen in its place is offered as unread.
      LEAST_SHARE = 0.6
      # Fewer digits than this beside those that all numbers share are no offer.
      LEAST_READ = 2
      # Weight of a look with the whole prefix, with its last letter, with the right length.
      WITH_PREFIX = 1.0
      WITH_LETTER = 0.6
      WITH_LENGTH = 0.3

      # Whose tag it is: { number => id } of the fish it may be.  text, share: of an offer, or nil
      def self.whose(text, share, numbers)
        numbers[text] if text && sure?(share)
      end

      # Whether an offer is to be relied on.
      def self.sure?(share) = share >= LEAST_SURE_OFFER

      # Whether what was read goes with a number that somebody typed.
      def self.agrees?(text, typed)
        typed = Number.normalise(typed)
        text.size == typed.size &&
          text.chars.zip(typed.chars).all? do |seen, read|
            [seen, read].include?("?") || seen == read
          end
      end

      # lines: [[[character, 0..1], ...], ...], a line a look;  series: [Series]
      def initialize(lines, series:)
        @lines = lines
        @series = series
      end

      # Offer, or nil where nothing like a number of a series is seen.
      def offer = @series.filter_map { |series| of(series) }.max_by(&:share)

      private

      def of(series)
        tails = @lines.filter_map { |line| tail(line, series.prefix, series.digits) }
        return if tails.empty?

        known = same_digits(series)
        prefix = [series.prefix, *known].join
        places = (known.size...series.digits).map { |place| shares(tails, place) }
        best = places.map { |shares| shares.max_by(&:last) }
        read = best.map { |_, share| share >= LEAST_SHARE }
        return if read.count(true) < LEAST_READ

        chances = places.map { |shares| Calibration.chances(shares) }
        digits = SeenDigits.new(prefix:, places: chances)
        Offer.new(
          text: prefix + best.zip(read).map { |(digit, _), is_read| is_read ? digit : "?" }.join,
          share: share(digits, read), digits:,
          others: others(places, best).map { |other| prefix + other }
        ).freeze
      end

      # Of the digits that are read.
      def share(digits, read)
        likeliest = digits.places.map { |chances| chances.values.max }
        Calibration.share(likeliest.zip(read).filter_map { |chance, is_read| chance if is_read })
      end

      # [digits with how sure each is, how much they count], or nil.
      def tail(line, prefix, digits)
        text = line.map(&:first).join
        start, weight = beginning(text, prefix, digits)
        part = start && line[start, digits]
        [part, weight] if part && part.size == digits && part.all? { |digit, _| digit.match?(/\d/) }
      end

      def beginning(text, prefix, digits)
        if (start = text.index(prefix)) then [start + prefix.size, WITH_PREFIX]
        elsif (start = text.index(prefix[-1])) && start < prefix.size then [start + 1, WITH_LETTER]
        elsif [digits, digits + prefix.size].include?(text.size)
          [text.size - digits, WITH_LENGTH]
        end
      end

      # The digits that all numbers of the series begin with.
      def same_digits(series)
        first, last =
          [series.first_serial, series.last_serial].map do |serial|
            series.number(serial).delete_prefix(series.prefix).chars
          end
        first.zip(last).take_while { |digit, other| digit == other }.map(&:first)
      end

      # { digit => share of what was seen in that place }
      def shares(tails, place)
        sums = Hash.new(0.0)
        tails.each do |part, weight|
          digit, sure = part[place]
          sums[digit] += weight * (LEAST_SURE + ((1 - LEAST_SURE) * sure))
        end
        total = sums.values.inject(:+) + NOISE
        sums.transform_values { |sum| sum / total }
      end

      # The same number with the digit changed that has the best second choice, then the next.
      def others(places, best)
        seconds = places.each_with_index.filter_map do |shares, place|
          digit, share = shares.reject { |digit, _| digit == best[place].first }.max_by(&:last)
          [share / best[place].last, place, digit] if digit
        end
        seconds.max_by(2, &:first).map do |_, place, digit|
          best.map(&:first).join.tap { |digits| digits[place] = digit }
        end
      end
    end
  end
end
