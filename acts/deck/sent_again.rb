# frozen_string_literal: true

module Acts
  # A stored record as a phone would send it, to be changed in part and stored again by the same
  # rules.
  module SentAgain
    KEPT = %i[
      trip_id kind fate species_code weight_g weight_how tare_g girth_mm hook_place hook_side
      hook_count removal outcome tag_act tag_advice decision_why place_how hook_type
      utc_offset_minutes house_rules_version own_rules_version tag_where note bleeding tag_question
      voided_because spot_code
    ].freeze
    LISTS = %i[marks handling pressure_signs spoiled_numbers lost_numbers].freeze

    module_function

    def of(store, known)
      lists = LISTS.to_h { |list| [list, known[list].to_a] }
      { **known.slice(*KEPT), **lists, **measured(known), **numbers(store, known), **plain(known),
        revision: known.revision, stages: stages(store, known) }
    end

    # Of old records nobody kept a tap; what is known is when the fish was caught.
    def stages(store, known)
      taps = store.encounters.stages(known.id)
      return taps if taps.any?

      [{ act: known.kept? ? "kept" : "let_go", at: known.caught_at }]
    end

    def plain(known)
      { reflexes: known.reflexes.to_h, tag_advice: known.tag_advice&.to_h,
        place: known.lat_deg && known.slice(:lat_deg, :lon_deg) }
    end

    def measured(known)
      length =
        known.length_mm &&
        {
          value: known.length_mm,
          unit: "mm",
          kind: known.length_kind,
          how: known.length_how,
          sd_mm: known.length_sd_mm
        }
      { length:, water_temp_c: known.water_temp_c&.to_f, depth_m: known.depth_m&.to_f,
        air_seconds: known.source == "deck" ? nil : known.air_seconds }
    end

    # A void record's tags are back in the pouch; which they were, its last version says.
    def numbers(store, known)
      return store.encounters.named(known.id) if known.voided_at

      put = store.fish.tags_at(known.id)
      return { tag_numbers: put, new_tag_numbers: [] } if known.tagged?

      { tag_numbers: known.read_numbers.to_a, new_tag_numbers: put }
    end
    private_class_method :stages, :measured, :numbers, :plain
  end
end
