# frozen_string_literal: true

module Acts
  # What an encounter was allowed and what its handling came to, under the rules that it names,
  # whenever it arrives.
  module JudgeEncounter
    module_function

    #   encounter: Core::Records::Encounter;  taps: [{ act:, at: Time }] of the newest revision
    #
    # Returns the columns that keep the judgement: { own_rules_version:, caution_points:, review: }.
    # Raises Core::InvalidInput :unknown_rules.
    def call(store:, encounter:, taps:)
      rules =
        MemberRules.under(
          store:,
          member_id: encounter.member_id,
          version: encounter.house_rules_version,
          own_version: encounter.own_rules_version,
          now: encounter.caught_at
        )
      spot = store.waters.spot(encounter.spot_code)
      law =
        store
          .laws
          .in_force(spot.water_code)
          .find { |entry| entry.species_code == encounter.species_code }
      review =
        of(
          encounter, taps,
          species: store.species.find(encounter.species_code), rules:, law:,
          water: spot.water_kind
        )
      { own_rules_version: rules.own_version, caution_points: review[:points], review: }
    end

    # Core::Handling::Review#to_h of it.
    #   under: { species:, rules:, law:, water: nil counts as sea }, see Core::Handling::Situation
    def of(encounter, taps, under)
      plain =
        {
          **encounter.to_h,
          taps:,
          water_temp_c: encounter.water_temp_c&.to_f,
          depth_m: encounter.depth_m&.to_f,
          **%i[pressure_signs handling marks].to_h { |list| [list, encounter[list].to_a] },
          reflexes: encounter.reflexes.to_h
        }
      situation = Core::Handling::Situation.new(
        **under, water: under[:water] || "sea", encounter: plain, on: encounter.caught_on
      )
      Core::Handling::Review.of(situation).to_h
    end
  end
end
