# frozen_string_literal: true

module Core
  module Imports
    # Our own table of catches and days coming back: what its columns are is known, not guessed.
    module OwnColumns
      FIELDS = {
        "kind" => "what", "caught_on" => "date", "species_code" => "species",
        "length_mm" => "length", "length_kind" => "length_kind", "length_how" => "length_how",
        "trip_id" => "trip", "length_sd_mm" => "length_sd", "place_uncertainty_m" => "place_error",
        "weight_g" => "weight", "lat_deg" => "lat", "lon_deg" => "lon", "depth_m" => "depth",
        "water_temp_c" => "water_temp", "hook_type" => "hook_type", "hook_place" => "hook_place",
        "bleeding" => "bleeding", "fate" => "fate", "outcome" => "outcome",
        **Exchange::Tables::MEASURED.to_h { |name, *| [name, name] },
        "tag_numbers" => "tag", "caught_by" => "member", "fished_hours" => "hours",
        "rods" => "rods", "platform" => "platform", "spot_lat_deg" => "spot_lat",
        "spot_lon_deg" => "spot_lon"
      }.freeze
      # Catches with the days that were fished below them.
      WITH_DAYS = [*Exchange::Tables::CATCHES.names, "fished_hours", "rods", "platform",
        "spot_lat_deg", "spot_lon_deg"].freeze
      UNITS = {
        "length_mm" => "mm", "weight_g" => "g", "depth_m" => "m", "water_temp_c" => "C"
      }.freeze

      module_function

      def ours?(head) = [Exchange::Tables::CATCHES.names, WITH_DAYS].include?(head)

      # Returns Mapping. Who has no name there is no member.
      def mapping(head)
        columns = head.map do |name|
          { "field" => FIELDS[name], **({ "unit" => UNITS[name] } if UNITS.key?(name)).to_h }
        end
        Mapping.new(
          "columns" => columns, "date_order" => nil, "decimal" => ".", "down" => false,
          "words" => {}, "member" => Known::FINDER, "strangers" => Known::FORMER, "twice" => "each",
          "untaken" => "leave"
        )
      end
    end
  end
end
