# frozen_string_literal: true

module Core
  module Trips
    # What a member owns, with the numbers that a plan is tested against; nil or false when not
    # owned.
    #
    #   net_hoop_mm, net_handle_m, net_rubber;  board_mm, tape_mm;  scale_kg;  sling, cradle, bucket
    #   forceps_mm: [Integer] one per pair;  cutters_mm: thickest wire they cut;  hook_wire_mm:
    #               thickest hook in the box
    #   rod_m, rod_tilt_deg, line_kg;  descender_kg: weight on it;  venting_needle, jaw_spreaders,
    #   grip ("none" | "swivel" | "fixed") applicators, spare_needles;  gloves, foam, head_cover,
    #   antiseptic, first_aid, line_remover, pencil_sheets, camera, towel, release_tool;
    #   long_cutter, bill_glove;  dispatch_tool, cool_box, gaff: for a fish that is kept
    Locker =
      Struct.new(
        :net_hoop_mm, :net_handle_m, :net_rubber, :board_mm, :tape_mm, :scale_kg, :sling, :cradle,
        :bucket, :forceps_mm, :cutters_mm, :hook_wire_mm, :hook_rusts, :rod_m, :rod_tilt_deg,
        :line_kg, :descender_kg, :venting_needle, :jaw_spreaders, :grip, :applicators,
        :spare_needles, :gloves, :foam, :head_cover, :antiseptic, :first_aid, :line_remover,
        :pencil_sheets, :camera, :towel, :release_tool, :long_cutter, :bill_glove, :dispatch_tool,
        :cool_box, :gaff, keyword_init: true
      ) do
        def self.empty = new(forceps_mm: [], grip: "none").freeze

        def hoop_radius_m = (net_hoop_mm || 0) / 2000.0
      end
  end
end
