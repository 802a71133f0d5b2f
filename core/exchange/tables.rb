# frozen_string_literal: true

module Core
  module Exchange
    # Every table and column that goes out. Source: our own field names; terms of Darwin Core
    # (Biodiversity Information Standards, 2009).
    module Tables
      KINDS = {
        "tagged" => "released with a tag for the first time",
        "recaptured" => "a tagged fish recaptured by a member",
        "reported" => "a tagged fish that somebody reported",
        "untagged" => "caught and recorded without a tag"
      }.freeze
      FATES = {
        "released" => "released alive", "kept" => "was kept", "dead" => "was dead",
        "unknown" => "nobody knows"
      }.freeze
      LENGTH_KINDS = Fish::Length::KINDS
      LENGTH_HOWS = {
        "board" => "on a measuring board", "tape" => "by tape", "ruler" => "by ruler",
        "photo" => "measured in a photo", "estimate" => "estimated by eye"
      }.freeze

      # Rows: name, type, meaning, and what else is to be said of it.
      def self.columns(rows)
        rows.map { |name, type, meaning, more| Column.new(name:, type:, meaning:, **more).freeze }
      end

      MEASURED = Fields::Encounter.measured.map do |field|
        [field.name.to_s, "number", field.column.meaning, field.column.to_h.slice(:unit, :measured)]
      end.freeze

      CATCHES = Table.new(
        name: "catches", row: "one fish in the hand at one time", key: "catch_id",
        links: {
          "trip_id" => "trips", "species_code" => "species"
        },
        columns: columns(
          [
            ["catch_id", "string", "Names this catch, for good", { term: "occurrenceID" }],
            ["fish_id", "string", "The same for all catches of a fish",
              { term: "organismID" }],
            ["trip_id", "string", "The trip. Empty for reports of finders", { term: "eventID" }],
            ["kind", "string", "What kind of catch it was", { codes: KINDS }],
            ["caught_on", "date", "Local day of the catch", { term: "eventDate" }],
            ["species_code", "string", "The species in this programme's own short name", {}],
            ["scientific_name", "string", "Its scientific name", { term: "scientificName" }],
            ["length_mm", "integer", "Length", { unit: "mm", measured: "length" }],
            ["length_kind", "string", "From where to where it was measured",
              { codes: LENGTH_KINDS }],
            ["length_how", "string", "How it was measured", { codes: LENGTH_HOWS }],
            ["length_sd_mm", "number",
              Text.of("exchange.tables.error_of_the_length_one"), { unit: "mm" }],
            ["weight_g", "integer", "Weight, without the sling",
              { unit: "g", measured: "weight" }],
            ["water", "string", "Name of the water", { term: "waterBody" }],
            ["lat_deg", "number", "Latitude, WGS84", { unit: "°", term: "decimalLatitude" }],
            ["lon_deg", "number", "Longitude, WGS84", { unit: "°", term: "decimalLongitude" }],
            ["place_uncertainty_m", "integer", "The catch lies within this distance of the place",
              { unit: "m", term: "coordinateUncertaintyInMeters" }],
            ["place_generalised", "string", "What was done to the place. Empty: nothing",
              { term: "dataGeneralizations" }],
            ["depth_m", "number", "Depth where it was hooked",
              { unit: "m", measured: "depth of capture" }],
            ["water_temp_c", "number", "Temperature of the water",
              { unit: "°C", measured: "water temperature" }],
            ["hook_type", "string", "Shape of the hook", {}],
            ["hook_place", "string", "Hook location", { measured: "hook location" }],
            ["bleeding", "string", "Bleeding", { measured: "bleeding" }],
            *MEASURED,
            ["fate", "string", "What happened to it", { codes: FATES, term: "disposition" }],
            ["outcome", "string", "Release condition", { measured: "condition at release" }],
            ["tag_numbers", "string", "Tag numbers applied or read, separated by spaces",
              { term: "otherCatalogNumbers" }],
            ["caught_by", "string",
              Text.of("exchange.tables.the_members_public_name_or"), { term: "recordedBy" }]
          ]
        ).freeze
      ).freeze

      TRIPS = Table.new(
        name: "trips", row: "one member at one spot on one day", key: "trip_id", links: {},
        columns: columns(
          [
            ["trip_id", "string", "Names this trip", { term: "eventID" }],
            ["held_on", "date", "Local day", { term: "eventDate" }],
            ["water", "string", "Name of the water", { term: "waterBody" }],
            ["platform", "string", "From what was fished", {}],
            ["water_temp_c", "number", "Temperature of the water", { unit: "°C" }],
            ["fished_hours", "number", "Hours with a line in the water. Empty: not recorded",
              { unit: "h" }],
            ["rods", "integer", "Rods", {}],
            ["lat_deg", "number", "Latitude of its spot, WGS84, or of the middle of a cell of 5 km",
              { unit: "°", term: "decimalLatitude" }],
            ["lon_deg", "number", "Longitude of the same", { unit: "°", term: "decimalLongitude" }],
            ["held_by", "string", "The member's public name, or a name that identifies nobody", {}]
          ]
        ).freeze
      ).freeze

      SPECIES = Table.new(
        name: "species", row: "one species", key: "species_code", links: {},
        columns: columns(
          [
            ["species_code", "string", "This programme's own short name", {}],
            ["common_name", "string", "Common name", { term: "vernacularName" }],
            ["scientific_name", "string", "Scientific name", { term: "scientificName" }],
            ["length_kind", "string", "The length that counts for it", { codes: LENGTH_KINDS }]
          ]
        ).freeze
      ).freeze

      ALL = [CATCHES, TRIPS, SPECIES].freeze

      # How a person handled a fish, or fished: to that person and coordinators alone.
      HANDLING = {
        CATCHES => ["depth_m", "hook_type", "hook_place", "bleeding", "outcome",
          *MEASURED.map(&:first)],
        TRIPS => %w[fished_hours rods]
      }.freeze

      # Never given away, and why: said on the page and in the package.
      WITHHELD = {
        "Finders' names, addresses and telephone numbers" =>
          "They were given to thank and to ask, for nothing else.",
        "Members' names" => Text.of("exchange.tables.members_appear_by_their_public"),
        "Exact places" => Text.of("exchange.tables.they_belong_to_the_tagger"),
        "How single fish were handled" =>
          Text.of("exchange.tables.these_columns_and_the_hours"),
        "Spots' names" => "A spot's name is its place.",
        "Notes and photos" => "People write names and places in them."
      }.freeze
    end
  end
end
