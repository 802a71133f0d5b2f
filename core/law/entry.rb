# frozen_string_literal: true

module Core
  module Law
    # The law on keeping one species in one water, as the coordinator entered it. Local rules
    # decide.
    #
    #   season: [first, last] as "MM-DD", both open days; may run over the new year; nil when open
    #           all year
    Entry =
      Struct.new(
        :species_code, :water_code, :min_mm, :max_mm, :length_kind, :season, :bag_limit,
        :in_water_only_mm, :authority, :checked_on, :link, keyword_init: true
      ) do
        # "04-01" is "1 April".
        def self.day_words(day)
          month, number = day.split("-").map(&:to_i)
          "#{number} #{Units::MONTHS[month - 1]}"
        end

        # Is there such a day in any year?
        def self.day?(day) = Date.valid_date?(2024, *day.split("-").map(&:to_i))

        # An entry older than the house allows is shown as stale.
        def stale?(today, rules: Protocol::HouseRules.default)
          (today - checked_on).to_i > rules.figure(:law_stale_days)
        end

        # day: Date, or ISO text "2026-11-25"
        def open_on?(day)
          return true if season.nil?

          day = day.to_s[5, 5]
          first, last = season
          first <= last ? day.between?(first, last) : day >= first || day <= last
        end

        # What it says, in one line.
        def sentence
          parts = [
            slot,
            season && "open #{season.map { |day| self.class.day_words(day) }.join(' to ')}",
            bag_limit && "at most #{bag_limit} a day",
            in_water_only_mm && "never out of the water above #{in_water_only_mm} mm"
          ].compact
          parts.empty? ? "no limits entered" : parts.join("; ")
        end

        private

        def slot
          return nil unless min_mm || max_mm

          kept =
            if min_mm && max_mm
              "#{min_mm} to #{max_mm} mm"
            elsif min_mm
              "from #{min_mm} mm"
            else
              "up to #{max_mm} mm"
            end
          "keep #{kept} #{length_kind}"
        end
      end
  end
end
