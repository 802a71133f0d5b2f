# frozen_string_literal: true

module Core
  module Imports
    # What a good row tells of a catch or of a day.
    #
    #   id: the same in whatever table the row comes;  what: "fish" | "day", when nothing was caught
    #   said: "tagged" | "recaptured" | nil, what the fish was;  finder: caught by no member, who is
    #   called finder_name;  former_name: of a member who is still to be entered;  other: its number
    #   is another programme's
    #   trip: a name that tells trips of one day apart, nil in most tables
    #   caught_on: text of the Date;  time: [hour, minute] or nil
    #   the rest: as RowReader reads it
    RowValues = Value.of(
      :id, :what, :said, :finder, :finder_name, :former_name, :other, :member_id, :caught_on,
      :time, :spot_code, :lat_deg, :lon_deg, :tag_numbers, :fate, :species_code, :length_mm,
      :length_kind, :length_how, :weight_g, :hook_place, :hook_type, :bleeding, :outcome,
      :water_temp_c, :depth_m, :fished_hours, :rods, :platform, :note,
      :length_sd_mm, :place_error_m, :trip, *KnownColumns::MEASURED.map(&:name)
    ) do
      def day = Date.iso8601(caught_on)
      def day_only? = what == "day"
      def tagged? = said == "tagged"
    end
  end
end
