# frozen_string_literal: true

module Core
  module Trips
    # All that the Deck needs to know before the water, as data; the rules are core's own, which the
    # phone runs too (see Field).
    #
    #   trip:    Hash, passed through;  spots: [Hash];  laws: [Law::Entry]
    #   species: [Fish::Species], the likeliest first
    #   pouch:   [String] tag numbers, next one first; empty when the member may not tag
    #   rules:   Protocol::HouseRules as they count for this member
    #   authorisation: Finding;  trained_to_vent: true | false
    #   tagging_seconds: { air class => own median } where enough are timed
    #   series:     [[prefix, digits], ...] of the programme, for numbers that are typed
    #   known_fish: [{ number:, species_code:, length_mm:, length_kind:, released_on: }] at large
    #               here, so that a recapture is told its story at once
    module Card
      FORMAT = 3
      SPECIES = %i[
        code common_name guild_key tail bladder weight_a weight_b fl_to_tl typical_mm large_mm
        min_mm max_mm min_taggable_mm in_water_only_mm warm_c stop_c hazards nicknames is_local
      ].freeze
      LAW = %i[
        species_code min_mm max_mm length_kind season bag_limit in_water_only_mm authority
        checked_on
      ].freeze

      # What a card is made of.
      Parts = Value.of(
        :trip, :species, :pouch, :rules, :authorisation,
        spots: [], laws: [], known_fish: [], tagging_seconds: {}, trained_to_vent: false, series: []
      )
      AS_TOLD = %i[trip pouch series spots known_fish tagging_seconds trained_to_vent].freeze

      module_function

      # told: Parts
      def compile(**parts_of_card)
        parts = Parts.new(**parts_of_card)
        {
          format: FORMAT,
          **parts.slice(*AS_TOLD),
          authorisation: {
            verdict: parts.authorisation.verdict,
            text: parts.authorisation.text
          },
          rules: rules(parts.rules),
          acts:,
          species: parts.species.map { |entry| species(entry) },
          laws: parts.laws.map { |law| law(law) }
        }
      end

      # What a card tells, as values again, whichever way it came: the rules that count, a species.
      def house_rules(rules)
        Protocol::HouseRules.new(
          **rules.slice(:version, :own_version, :choices, :figures, :guild_notes)
        )
      end

      def fish(data) = Fish::Species.new(**data.slice(*SPECIES)).freeze

      # Only what differs from our own defaults has to be told.
      def rules(rules)
        default = Protocol::HouseRules.default
        {
          version: rules.version, own_version: rules.own_version, figures: rules.figures,
          guild_notes: rules.guild_notes,
          choices: rules.choices.reject { |key, choice| choice == default.choices[key] }
        }
      end

      # Which taps may come next, the natural one first ("start" before the first), and in which
      # stages a mark is made.
      def acts
        {
          next: Handling::Stages::MAY_FOLLOW.transform_keys { |act| act || "start" },
          marks: Handling::Stages::MARKS
        }
      end

      def species(entry)
        entry
          .to_h
          .slice(*SPECIES)
          .merge(guild_name: entry.guild.name, length_kind: entry.length_kind)
          .merge(taggable: entry.taggable?)
      end

      def law(entry) = entry.to_h.slice(*LAW).merge(sentence: entry.sentence)
      private_class_method :acts, :law
    end
  end
end
