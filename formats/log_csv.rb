# frozen_string_literal: true

require "csv"

module Formats
  # A member's log as one table: a row per fish, a column per thing, units in the names.
  module LogCsv
    WORDS = ->(column) { ->(row) { row[column].to_a.join(" ") } }
    NUMBER = ->(column) { ->(row) { row[column]&.to_f } }
    COLUMNS = {
      "encounter_id" => :id,
      "trip_id" => :trip_id,
      "caught_at_utc" => ->(row) { row[:caught_at].utc.iso8601(3) },
      "caught_on" => :caught_on,
      "utc_offset_minutes" => :utc_offset_minutes,
      "spot" => :spot_name,
      "platform" => :platform,
      "lat_deg" => :lat_deg,
      "lon_deg" => :lon_deg,
      "place_how" => :place_how,
      "species" => :common_name,
      "scientific_name" => :scientific_name,
      "kind" => :kind,
      "fate" => :fate,
      "tags_put" => WORDS[:put],
      "tags_read" => WORDS[:read_numbers],
      "tag_act" => :tag_act,
      "length_mm" => :length_mm,
      "length_kind" => :length_kind,
      "length_how" => :length_how,
      "length_sd_mm" => :length_sd_mm,
      "weight_g" => :weight_g,
      "weight_how" => :weight_how,
      "tare_g" => :tare_g,
      "girth_mm" => :girth_mm,
      "hook_type" => :hook_type,
      "hook_place" => :hook_place,
      "removal" => :removal,
      "bleeding" => :bleeding,
      "marks" => WORDS[:marks],
      "handling" => WORDS[:handling],
      "pressure_signs" => WORDS[:pressure_signs],
      "reflexes" => lambda do |row|
        row[:reflexes].to_h.map { |name, state| "#{name}=#{state}" }.join(" ")
      end,
      "depth_m" => NUMBER[:depth_m],
      "water_temp_c" => NUMBER[:water_temp_c],
      "fight_seconds" => :fight_seconds,
      "air_seconds" => :air_seconds,
      "outcome" => :outcome,
      "caution_points" => :caution_points,
      "source" => :source,
      "note" => :note
    }.freeze

    def self.text(rows)
      CSV.generate do |csv|
        csv << COLUMNS.keys
        rows.each do |row|
          csv << COLUMNS.values.map do |from|
            CsvCell.of(from.is_a?(Proc) ? from.call(row) : row[from])
          end
        end
      end
    end
  end
end
