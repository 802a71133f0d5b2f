# frozen_string_literal: true

module Demo
  # Invented lockers, and an invented law for the invented sound.
  module Gear
    WHOLE = {
      net_hoop_mm: 800, net_handle_m: 2.4, net_rubber: true, board_mm: 900, tape_mm: 1500,
      scale_kg: 15.0, sling: true, bucket: true,
      forceps_mm: [180, 300],
      cutters_mm: 3.0,
      hook_wire_mm: 2.0,
      hook_rusts: true,
      rod_m: 3.0,
      rod_tilt_deg: 20,
      line_kg: 12.0,
      descender_kg: 1.5,
      grip: "swivel",
      applicators: 2,
      spare_needles: 2,
      gloves: true,
      head_cover: true,
      first_aid: true,
      line_remover: true,
      pencil_sheets: true,
      camera: true,
      towel: true,
      release_tool: true
    }.freeze
    # What beginners lack: a net too small, one pair of forceps, no cutters that go through the
    # hook.
    BEGINNER =
      WHOLE.merge(
        net_hoop_mm: 500,
        net_rubber: false,
        forceps_mm: [160],
        cutters_mm: 1.5,
        board_mm: 600,
        descender_kg: nil,
        line_remover: false,
        line_kg: 4.0,
        spare_needles: 0
      ).freeze

    def self.of(person)
      return WHOLE.merge(net_hoop_mm: 700, descender_kg: nil) if person[:email] == People::TAGGER

      person[:skill] > 1.25 ? BEGINNER : WHOLE
    end

    AUTHORITY = "Marrow Islands Fisheries Office"
    LAWS = {
      "seabass" => {
        min_mm: 420, max_mm: nil, bag_limit: 2,
        season_first: "04-01",
        season_last: "11-30"
      },
      "cod" => {
        min_mm: 500, max_mm: nil, bag_limit: 3
      },
      "pollack" => {
        min_mm: 350, max_mm: nil, bag_limit: 5
      },
      "ballan_wrasse" => {
        min_mm: 180, max_mm: 280, bag_limit: 1
      },
      "black_seabream" => {
        min_mm: 230,
        max_mm: nil,
        season_first: "07-01",
        season_last: "03-31"
      },
      "turbot" => {
        min_mm: 450,
        max_mm: nil
      },
      "smooth_hound" => {
        min_mm: nil, max_mm: nil, bag_limit: 0, in_water_only_mm: 1200
      },
      "sea_trout" => {
        min_mm: 400, max_mm: 600, bag_limit: 1,
        season_first: "03-15",
        season_last: "09-30"
      }
    }.freeze
  end
end
