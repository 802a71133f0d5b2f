# frozen_string_literal: true

module Acts
  # A stored record as a phone would send it, to be changed in part and stored again by the same
  # rules.
  module SentAgain
    # The last tap, by what became of the fish.
    ENDS = { "kept" => "kept", "lost" => "got_away" }.freeze

    module_function

    def of(store, known)
      { **known.slice(*Core::Fields::Encounter.sent_columns), **measured(known),
        **numbers(store, known), place: known.lat_deg && known.slice(:lat_deg, :lon_deg),
                                 stages: stages(store, known) }
    end

    # Of old records nobody kept a tap; what is known is when the fish was caught.
    def stages(store, known)
      taps = store.encounters.stages(known.id)
      return taps if taps.any?

      [{ act: ENDS.fetch(known.fate, "let_go"), at: known.caught_at }]
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
      { length:, air_seconds: known.source == "deck" ? nil : known.air_seconds }
    end

    # A void record's tags are back in the pouch; which they were, its last version says.
    def numbers(store, known)
      return store.encounters.named(known.id) if known.voided_at

      put = store.fish.tags_at(known.id)
      return { tag_numbers: put, new_tag_numbers: [] } if known.tagged?

      { tag_numbers: known.read_numbers.to_a, new_tag_numbers: put }
    end
    private_class_method :stages, :measured, :numbers
  end
end
