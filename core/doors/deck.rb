# frozen_string_literal: true

module Core
  module Doors
    # What a phone asks of core at the water, without a signal: plain hashes in, plain hashes out,
    # the same from Ruby and from the worker, which runs these files compiled.
    #
    #   card: as Trips::Card.compile gives it, also when it came over the wire as JSON (keys as
    #         Symbols); nil where no trip is known, for the questions that need none
    class Deck
      def initialize(card = nil)
        return if card.nil?

        @card = card
        @rules = Trips::Card.house_rules(card[:rules])
        @laws = card[:laws].to_h { |law| [law[:species_code], law(law)] }
        @species = card[:species].to_h { |row| [row[:code], Trips::Card.fish(row)] }
      end

      # One question by its name; a refusal comes back as { refused: { code:, message:, fields: } }.
      def ask(question, asked)
        case question
        when "fish" then fish(asked[:record], now_ms: asked[:now_ms],
          units: asked[:units] || "metric")
        when "wrong_taps" then { wrong: wrong_taps(asked[:taps]) }
        when "number" then number(asked[:typed], of: asked[:of])
        when "paper_rows" then { rows: paper_rows(asked) }
        when "measure" then measure(asked)
        when "first_aid" then { cases: Handling::FirstAid::CASES.map(&:to_h) }
        end
      rescue Error => e
        { refused: { code: e.code, message: e.message, fields: e.fields } }
      end

      # Everything that the Deck shows of a fish in hand.
      #
      #   record: the encounter so far, see Handling::Situation, with species_code, has_tag and its
      #           length as columns or as typed: { value:, unit:, kind:, how: }
      #   now_ms: Integer, or nil for a record that is closed
      #
      # Returns
      #   stage:, since_ms:, out:
      #   next:    what the big key does, see Handling::NextAct
      #   lines:   [{ key:, text:, why:, letter:, technique: key of a card | nil }]
      #   clock:   marks, see Handling::Clock
      #   air:     { one_lift_seconds:, total_seconds:, before_seconds:, this_lift_seconds:,
      #              last_lift_seconds:, rest_seconds:, no_lift:, reasons: }
      #   fight:   { seconds:, budget_seconds: }
      #   score:   { points:, band:, parts: }
      #   tagging: { advice:, where:, reasons: } | nil
      #   keep:    { may:, text:, needs: };  descender: Hash | nil;  notes: see Handling::Notes
      #   tag_where:;  roles: see Handling::Roles
      # Raises InvalidInput for taps that cannot be, and for a species that is not on the card.
      def fish(record, now_ms: nil, units: "metric")
        situation = situation(record, now_ms:, units:)
        review = Handling::Review.of(situation)
        tagging = tagging(situation, review, record[:has_tag])
        descender = Handling::Pressure.descender(situation)
        {
          stage: situation.stage,
          since_ms: situation.stages.since_ms,
          out: situation.stages.out?,
          next: Handling::NextAct.of(situation),
          lines: Handling::Advice.lines(situation, tagging:).map do |line|
            { **line.to_h, technique: Handling::Technique.of(line.key, situation) }
          end,
          clock: Handling::Clock.of(situation, air_budget: review.air_budget),
          air: Handling::Clock.air(situation, review.air_budget),
          fight: {
            seconds: situation.fight_seconds,
            budget_seconds: review.fight_budget_seconds
          },
          score: review.score.to_h,
          tagging:,
          keep: Law::KeepVerdict.of(situation),
          descender:,
          notes: Handling::Notes.of(situation, descender:),
          tag_where: situation.stages.tag_where,
          roles: Handling::Roles.at(situation.stage)
        }
      end

      # Why these taps cannot be, or nil: [{ act:, at: milliseconds }]
      def wrong_taps(taps)
        Handling::Stages.new(taps)
        nil
      rescue InvalidInput => e
        e.message
      end

      # A number as it was typed, see Tags::DidYouMean. of: "fish" that are at liberty, or "pouch"
      def number(typed, of:)
        known = of == "pouch" ? @card[:pouch] : @card[:known_fish].map { |fish| fish[:number] }
        Tags::DidYouMean.of(typed, known:, series: @card[:series] || [])
      end

      # A paper sheet as it is typed, see Trips::PaperSheet: { rows:, species:, first_number: }
      def paper_rows(sheet)
        Trips::PaperSheet.read(
          rows: sheet[:rows],
          species: sheet[:species],
          first_number: sheet[:first_number]
        )
      end

      # A fish in its picture, see Photo::Measuring: { marks:, shown:, guild_key:, typed: columns of
      # a length }
      def measure(measurement)
        measured =
          Photo::Measuring.of(
            marks: measurement[:marks],
            shown: measurement[:shown],
            guild_key: measurement[:guild_key]
          )
        typed = measurement[:typed] && Fish::Length.of(measurement[:typed])
        Photo::Measuring.plain(measured, typed:)
      end

      def situation(record, now_ms: nil, units: "metric")
        species = @species[record[:species_code]]
        if species.nil?
          raise InvalidInput.at(
            "species_code", :unknown_species,
            "This animal is not on the trip card. Open the Deck with a signal."
          )
        end

        trip = @card[:trip]
        read = record[:water_temp_c].nil? ? { water_temp_c: trip[:water_temp_c] } : {}
        Handling::Situation.new(
          species:,
          rules: @rules,
          law: @laws[species.code],
          water: trip[:water_kind] || "sea",
          # A trip may run past midnight, into another season.
          on: record[:caught_on] || trip[:held_on],
          encounter: record.merge(read, measured(record)),
          now_ms:,
          units:,
          trained_to_vent: @card[:trained_to_vent] || false,
          platform: trip[:platform],
          cooler_below_c: cooler_below_c(trip)
        )
      end

      private

      # By how much the bottom is cooler; nil where either was not read.
      def cooler_below_c(trip)
        warmth = trip.slice(:water_temp_c, :bottom_temp_c).values.compact
        warmth.size == 2 ? warmth.first - warmth.last : nil
      end

      # As columns, whichever way it was given.
      def measured(record) = record[:length] ? Fish::SentLength.so_far(record[:length]) : {}

      def tagging(situation, review, has_tag)
        return nil unless situation.species.taggable?

        Handling::TagDecision.advise(
          situation, score: review.score, air_budget: review.air_budget,
          tagger: Handling::TagDecision::Tagger.new(
            authorised: @card[:authorisation][:verdict].to_s != "stop",
            tag_in_hand: has_tag || false,
            tagging_seconds: (@card[:tagging_seconds] || {})[situation.guild.air_class]
          )
        )
      end

      def law(row) = Law::Entry.new(**row.slice(*Trips::Card::LAW)).freeze
    end
  end
end
