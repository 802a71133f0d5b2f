# frozen_string_literal: true

module Core
  module Recaptures
    # The answer of the programme whose tag it is to a report that was handed over: how the report
    # stands there, and of a fish that it knows no more than the public story has.
    #
    #   state:   "waiting" | "matched" | "set_aside" | "joined"
    #   species: its name;  days: at liberty;  km, grew_mm: whole numbers, nil where unknown
    #   story:   path of its story there, nil without a match
    class PartnerAnswer < Value.of(
      :state, :species, :days, :days_at_most, :km, :grew_mm, :story
    )
      MOST_LETTERS = 120
      STORY = %r{\A/story/[A-Za-z0-9_-]{8,64}\z}

      # lately: Lately of the story
      def self.of_story(lately, story_key:)
        new(
          state: "matched", species: lately.species.common_name, story: "/story/#{story_key}",
          **lately.slice(:days, :days_at_most, :km, :grew_mm)
        )
      end

      # Reads what the other side sent, which may be anything. Raises InvalidInput.
      def self.read(answer)
        read = new(**answer.to_h.slice(*members))
        return read if read.plausible?

        raise InvalidInput.at("answer", :unreadable,
          Text.of("recaptures.partner_answer.unreadable"))
      end

      def self.in_range?(number, range)
        number.nil? || (number.is_a?(Integer) && range.cover?(number))
      end

      def plausible?
        return false unless %w[waiting matched set_aside joined].include?(state)

        (species.nil? || (species.is_a?(String) && species.size <= MOST_LETTERS)) &&
          [nil, true, false].include?(days_at_most) &&
          { days: 0..40_000, km: 0..40_000, grew_mm: 0..10_000 }.all? do |name, range|
            self.class.in_range?(to_h[name], range)
          end && (story.nil? || (story.is_a?(String) && story.match?(STORY)))
      end

      # Nothing more is to be expected.
      def final? = state != "waiting"

      # For the finder. programme: its name
      def sentence(programme)
        return Text.of("recaptures.partner_answer.waits", programme:) unless final?
        return Text.of("recaptures.partner_answer.no_fish", programme:) unless state == "matched"

        Text.of(
          "recaptures.partner_answer.matched", programme:, species: species.to_s, liberty:, way:,
          growth: grew_mm ? ", grew #{grew_mm} mm" : ""
        )
      end

      private

      def liberty
        return "" if days.nil?

        "#{CatchWords.days(days, at_most: days_at_most)} at liberty"
      end

      def way = km ? ", #{km} km away" : ""
    end
  end
end
