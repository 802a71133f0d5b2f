# frozen_string_literal: true

module Core
  module Answers
    # A programme's season: a year that begins where next to nothing is caught, so that no summer is
    # cut in two.
    #
    #   begins: "MM-DD"
    Season = Value.of(:begins) do
      # set: "MM-DD" of the programme, or nil;  catches: { month 1..12 => count }
      def self.of(set, catches)
        new(begins: set || format("%02d-01", quietest(catches)))
      end

      # In the middle of the longest quiet: a month counts with its neighbours.
      def self.quietest(catches)
        (1..12).min_by do |month|
          before, after = ((month - 2) % 12) + 1, (month % 12) + 1
          [(2 * catches.fetch(month, 0)) + catches.fetch(before, 0) + catches.fetch(after, 0),
            month]
        end
      end

      # Days between New Year and its first day, in a year of 365.
      def shift_days = (Date.parse("2001-#{begins}") - Date.new(2001, 1, 1)).to_i

      # First day of the season that begins in a year: Date
      def first_day(year) = Date.new(year, 1, 1) + shift_days

      # The year in which the season of a day began.
      def year_of(day) = (day - shift_days).year

      def words
        month, day = begins.split("-").map(&:to_i)
        "#{day} #{Date::MONTHNAMES[month]}"
      end
    end
  end
end
