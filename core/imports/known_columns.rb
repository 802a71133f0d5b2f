# frozen_string_literal: true

module Core
  module Imports
    # Columns that the importer understands, with the words that head them. House rules.
    module KnownColumns
      LENGTH = {
        "mm" => %w[mm millimetres], "cm" => %w[cm centimetres], "in" => %w[in inch inches ins],
        "ft" => %w[ft feet], "m" => %w[m metres]
      }.freeze
      WEIGHT = {
        "g" => %w[g gr grams], "kg" => %w[kg kilos kgs], "lb" => %w[lb lbs pounds],
        "oz" => %w[oz ounces]
      }.freeze
      TEMPERATURE = { "C" => %w[c celsius], "F" => %w[f fahrenheit] }.freeze
      DEPTH = LENGTH.slice("m", "ft").merge("fathom" => %w[fathoms fathom fm]).freeze
      # From where to where, by how columns are headed.
      LENGTH_KINDS = { "FL" => %w[fl fork], "TL" => %w[tl total], "SL" => %w[sl standard],
                       "DW" => %w[dw disc], "CW" => %w[cw shell] }.freeze
      LENGTH_HOWS = { "board" => %w[board], "tape" => %w[tape], "ruler" => %w[ruler rule] }.freeze

      # Mere numbers, with what they are called and between what they lie.
      MEASURED = Core::Fields::Encounter.measured

      ROWS = [
        [:date, "Day", ["date", "day", "on", "caught on", "held on", "when", "event date"], nil,
          true],
        [:time, "Time", %w[time hour clock at], nil, false],
        [:member, "Who caught it", ["who", "angler", "observer", "tagger", "member", "name",
          "caught by", "held by", "rod", "recorded by"], nil, true],
        [:spot, "Place by name", ["where", "place", "spot", "mark", "location", "site", "water",
          "ground", "venue", "locality", "water body"], nil, true],
        [:lat, "Latitude", ["lat", "latitude", "decimal latitude", "lat deg"], nil, true],
        [:lon, "Longitude", ["lon", "long", "lng", "longitude", "decimal longitude", "lon deg"],
          nil, true],
        [:position, "Latitude and longitude",
          ["position", "coordinates", "gps", "latlon", "lat lon"], nil,
          true],
        [:trip, "Name of the trip", ["trip", "trip id"], nil, false],
        [:spot_lat, "Latitude of the spot", ["spot lat deg"], nil, false],
        [:spot_lon, "Longitude of the spot", ["spot lon deg"], nil, false],
        [:place_error, "How far off the place may be, in metres",
          ["place uncertainty m", "coordinate uncertainty in meters"], nil, false],
        [:species, "Species", ["species", "fish", "taxon", "kind of fish", "species code",
          "scientific name"], nil, false],
        [:length, "Length", ["length", "len", "size", "tl", "fl", "dw", "cw", "total length",
          "fork length", "standard length", "sl", "disc width", "measured"], LENGTH, false],
        [:length_kind, "How far it was measured", ["length kind", "length type", "kind of length"],
          nil, false],
        [:length_sd, "Error of the length, in millimetres", ["length sd mm"], nil, false],
        [:length_how, "How it was measured", ["length how", "measured with", "measured by"], nil,
          false],
        [:weight, "Weight", %w[weight wt mass wgt], WEIGHT, false],
        [:tag, "Tag number", ["tag", "tags", "tag no", "tag nos", "tag number", "tag numbers",
          "tag id", "streamer", "other catalog numbers"], nil, false],
        [:what, "What happened", %w[what event action type kind status record],
          nil, false],
        [:again, "Caught again?", ["recap", "recapture", "recaptured", "again", "caught again"],
          nil, false],
        [:fate, "What became of it", ["fate", "rel", "released", "disposition", "returned",
          "let go", "kept", "kept or released"], nil, false],
        [:hook_place, "Where the hook sat", ["hook", "hooked", "hook place", "hook location",
          "hooking"], nil, false],
        [:hook_type, "Shape of the hook", ["hook type", "hook shape"], nil, false],
        [:bleeding, "Bleeding", %w[bleeding bled blood], nil, false],
        [:outcome, "How it swam off", ["outcome", "swam off", "condition at release"], nil, false],
        *MEASURED.map { |field| [field.name, field.column.title, field.column.heads, nil, false] },
        [:water_temp, "Temperature of the water", ["sea", "temp", "water temp", "sea temp",
          "temperature", "water temperature"], TEMPERATURE, true],
        [:depth, "Depth", ["depth", "depth m"], DEPTH, false],
        [:hours, "Hours fished", ["hours", "hours fished", "fished hours", "effort", "hrs",
          "rod hours"], nil, true],
        [:rods, "Rods", ["rods", "no of rods", "lines"], nil, true],
        [:platform, "Fished from", ["platform", "from", "fished from", "shore or boat"], nil,
          true],
        [:note, "Note", %w[remarks remark notes note comments comment], nil, false]
      ].freeze

      ALL = ROWS.map do |key, title, words, units, down|
        words = words.map { |word| word.split.join(" ") }.freeze
        KnownColumn.new(key:, title:, words:, units:,
          down:).freeze
      end.freeze
      BY_KEY = ALL.to_h { |field| [field.key, field] }.freeze

      # Fields of which a table may have several columns: they are read together.
      MANY = %i[tag note].freeze
      # Words of these are translated into ours, and can be chosen.
      WORDED = %i[member spot species what again fate hook_place hook_type bleeding outcome
        length_kind length_how platform].freeze
      # Without these a catch is still a catch; what cannot be read in one may be left out.
      OPTIONAL = [
        :time, :length, :length_kind, :weight, :hook_place, :hook_type, :bleeding, :outcome,
        :water_temp, :depth, :hours, :rods, :platform, :place_error, :length_sd,
        *MEASURED.map(&:name)
      ].freeze
    end
  end
end
