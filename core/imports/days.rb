# frozen_string_literal: true

module Core
  module Imports
    # Days and times as people write them into cells. What is blank reads as nil; raises Unreadable.
    module Days
      # 14.5.2019, 5/14/19
      NUMBERS = %r{\A(\d{1,2})\s*[-./]\s*(\d{1,2})\s*[-./]\s*(\d{4}|\d{2})\z}
      YEAR_FIRST = %r{\A(\d{4})(?:\s*[-./]\s*(\d{1,2})\s*[-./]\s*(\d{1,2})|(\d{2})(\d{2}))\z}
      MONTHS = Units::MONTHS.each_with_index.to_h { |name, index| [name[0, 3].downcase, index + 1] }
        .freeze
      ZONE = /z|utc|gmt|(?:utc|gmt)?\s*[+-]\d{2}(?::?\d{2})?/i
      TIME = /(?:\A|[T\s])(\d{1,2})(?:[:.h]?(\d{2}))?(?::\d{2}(?:\.\d+)?)?\s*(am|pm)?\s*
        (#{ZONE})?\z/xi
      # A spreadsheet writes it behind a day that has no time.
      NO_TIME = /\A\s*0?0:00:00(?:\.0+)?\s*\z/
      NO_TIME_BEHIND = /\A0?0:00(?::00(?:\.0+)?)?\s*(?:#{ZONE})?\z/i
      BEHIND = /[T\s]+\d{1,2}[:.]\d{2}.*\z/
      # Days of a spreadsheet, which counts from here.
      SERIAL_FROM = Date.new(1899, 12, 30)
      SERIAL = /\A[2-5]\d{4}(?:\.\d+)?\z/
      # Where year, month and day stand among the three numbers.
      ORDERS = { "dmy" => [2, 1, 0], "mdy" => [2, 0, 1] }.freeze
      MONTHS_IN_A_YEAR = 12
      EARLIEST = Date.new(1900, 1, 1)
      CENTURIES = [1900, 2000].freeze

      module_function

      # order: "dmy" | "mdy", nil where the table has both;  years: Range that the table spans, nil
      # where nobody said. A time behind the day is left to .time.
      def read(text, order:, today:, years: nil)
        return nil if Blank.is?(text)

        plain = text.strip.sub(BEHIND, "").sub(/,\s*\z/, "")
        parts = year_first(plain) || by_month(plain, years) || by_order(plain, order, text, years)
        within(plain.match?(SERIAL) ? SERIAL_FROM + plain.to_i : date(parts, text), today, text)
      end

      # Returns [hour, minute, minutes that its zone is ahead of UTC | nil where none is written] or
      # nil. A midnight to the second stands for a time that nobody knows.
      def time(text)
        return nil if Blank.is?(text) || text.match?(NO_TIME)

        match = TIME.match(text.strip)
        hour = match && (match[3] ? match[1].to_i % 12 : match[1].to_i)
        hour += 12 if match && match[3]&.downcase == "pm"
        return [hour, match[2].to_i, zone(match[4])] if match && hour < 24 && match[2].to_i < 60

        raise Unreadable.new("#{text} is not a time of day.", "Write it as 06:40.")
      end

      # Of a day with a time behind it, else nil.
      def time_behind(text)
        behind = text.to_s[BEHIND]&.sub(/\A[T\s]+/, "")
        behind && !behind.match?(NO_TIME_BEHIND) ? time(behind) : nil
      end

      # Minutes ahead of UTC: "Z" -> 0, "+11:00" -> 660, nil -> nil
      def zone(text)
        return nil if text.nil?

        sign, hours, minutes = text.match(/([+-])(\d{2}):?(\d{2})?/)&.captures
        if hours
          ((hours.to_i * 60) + minutes.to_i) * (sign == "-" ? -1 : 1)
        else
          0
        end
      end

      # The years that days of a column are written with in full: [first, last] or nil.
      def years_of(texts)
        full = texts.filter_map { |text| text.to_s[/(?<!\d)(?:19|20)\d{2}(?!\d)/]&.to_i }
        full.minmax if full.any?
      end

      # What the days of a column say of their order: "dmy" | "mdy", nil when they say both or
      # nothing.
      def order_of(texts)
        numbers = texts.filter_map { |text| NUMBERS.match(text.to_s.strip.sub(BEHIND, "")) }
          .filter_map { |match| certain_order(match) }.uniq
        numbers.size == 1 ? numbers.first : nil
      end

      def year_first(plain)
        match = YEAR_FIRST.match(plain)
        match && [match[1].to_i, (match[2] || match[4]).to_i, (match[3] || match[5]).to_i]
      end

      # 12 Mar 2018, March 12, 2018, 12-Mar-18
      def by_month(plain, years)
        month = MONTHS[plain[/[A-Za-z]{3}/].to_s.downcase]
        numbers = plain.scan(/\d+/)
        return nil unless month && numbers.size == 2

        numbers.reverse! if numbers.first.size == 4
        [year(numbers[1], years), month, numbers[0].to_i]
      end

      def by_order(plain, order, text, years)
        return nil if plain.match?(SERIAL)

        match = NUMBERS.match(plain) or raise not_a_day(text)
        order = certain_order(match) || order
        order = "dmy" if match[1].to_i == match[2].to_i
        raise either_way(text) if order.nil?

        year, month, day = ORDERS.fetch(order).map { |index| match.captures[index] }
        [year(year, years), month.to_i, day.to_i]
      end

      # Where a day over 12 says it: "dmy" | "mdy" | nil
      def certain_order(match)
        first, second = match[1].to_i, match[2].to_i
        return "dmy" if first > MONTHS_IN_A_YEAR && second <= MONTHS_IN_A_YEAR

        second > MONTHS_IN_A_YEAR && first <= MONTHS_IN_A_YEAR ? "mdy" : nil
      end

      # Two digits are a year of the span that the table has.
      def year(text, years)
        return text.to_i if text.size == 4
        raise years_asked("The century of the year #{text} is not known.") if years.nil?

        full = CENTURIES.map { |century| century + text.to_i }
          .select { |year| years.cover?(year) }
        return full.first if full.size == 1

        raise years_asked(full.empty? ? Text.of(
          "imports.days.the_year_lies_outside_to", text:, min: years.min, years: years.max
        ) : Text.of("imports.days.the_year_lies_twice_within", text:))
      end

      def years_asked(rule)
        Unreadable.new(rule, "Enter from which year to which this table goes.", ask: "years")
      end

      def date(parts, text)
        Date.valid_date?(*parts) ? Date.new(*parts) : raise(not_a_day(text))
      end

      def within(date, today, text)
        return date if (EARLIEST..today).cover?(date)

        reason = date > today ? "in the future" : "before #{EARLIEST.year}"
        raise Unreadable.new("#{text} is #{reason}.", "Check the year.")
      end

      def either_way(text)
        Unreadable.new("#{text} can be read day first and month first.",
          "Choose the order of the dates, or write this one as year-month-day.", ask: "date_order")
      end

      def not_a_day(text)
        Unreadable.new("#{text} is not a day of the calendar.", "Write it as year-month-day.")
      end
      private_class_method :year_first, :by_month, :by_order, :certain_order, :year, :date,
        :within, :either_way, :not_a_day, :years_asked
    end
  end
end
