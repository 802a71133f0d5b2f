# frozen_string_literal: true

module Core
  module Practice
    # The scenes of Fish on the clock. House rules, each with the one thing that it teaches.
    module Scenes
      TOOLS = %w[forceps remover cutters board applicator].freeze
      USUAL = {
        depth_m: 4, distance_m: 16, line_n: 70, hook_place: "jaw_corner", net: "ready", reach: 1.0,
        tools: TOOLS, trouble: nil, signs: [], fair: true, water_temp_c: 14.0
      }.freeze

      ALL = [
        { key: "estuary", title: "Shallow estuary, warm", guild: "bass_like", length_mm: 460,
          water_temp_c: 19.5, says: Text.of("practice.scenes.warm_water_leaves_a_tired") },
        { key: "ledge", title: "Deep ledge", guild: "deep_water_spiny", length_mm: 340,
          water_temp_c: 11.0, depth_m: 38, distance_m: 20, signs: %w[stomach_out], fair: false,
          says: "It comes up from the deep swollen. What sends it down again?" },
        { key: "wall", title: "High wall, alone", guild: "general", length_mm: 480, reach: 2.2,
          says: "The net is far below you, and nobody holds it for you. The line is no ladder." },
        { key: "kayak", title: "Kayak, a fish with teeth", guild: "long_jawed_toothed",
          length_mm: 620, line_n: 90, says: "Low to the water, with teeth near your hands." },
        { key: "swallowed", title: "Swallowed hook", guild: "trout_and_salmon", length_mm: 420,
          hook_place: "throat", fair: false, water_temp_c: 12.0,
          says: "The hook is out of sight. Pulling brings more than the hook." },
        { key: "venom", title: "Venomous spines", guild: "deep_water_spiny", length_mm: 320,
          water_temp_c: 12.0, says: "Where do the hands go, and where never?" },
        { key: "floater", title: "A fish that floats", guild: "general", length_mm: 430,
          depth_m: 30, signs: %w[stomach_out bulging_eyes], fair: false,
          says: "It will not go down by itself. Watch, before you call it gone." },
        { key: "tangle", title: "Hooks in the net", guild: "small_spiny_rayed", length_mm: 340,
          trouble: "tangled", says: Text.of("practice.scenes.hook_mesh_and_fish_in") },
        { key: "old_tag", title: "A tag under weed", guild: "bass_like", length_mm: 540,
          trouble: "old_tag",
          says: "It carries a number already, grown over. Read it before you release it." },
        { key: "hand", title: "A hook in the hand", guild: "carp_like", length_mm: 560,
          line_n: 90, trouble: "hand_hook", fair: false, water_temp_c: 17.0,
          says: "You are hooked as well. Who comes first, and where is the fish meanwhile?" }
      ].map { |row| Scene.new(**USUAL, **row).freeze }.freeze
    end
  end
end
