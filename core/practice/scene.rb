# frozen_string_literal: true

module Core
  module Practice
    # Where a practice fish is caught, as data.
    #
    #   key, title, says: what it is about;  guild, length_mm: the fish
    #   water_temp_c, depth_m, distance_m: from the rod when it takes
    #   line_n: what the line holds;  hook_place: where the hook sits
    #   net: "ready" | "packed";  reach: how many times as long netting takes
    #   tools: what lies at hand;  trouble: nil | "tangled" | "old_tag" | "hand_hook"
    #   signs: of pressure;  fair: whether careful hands bring it in well
    Scene =
      Struct.new(
        :key, :title, :says, :guild, :length_mm, :water_temp_c, :depth_m, :distance_m, :line_n,
        :hook_place, :net, :reach, :tools, :trouble, :signs, :fair, keyword_init: true
      ) do
        def self.fetch(key)
          Scenes::ALL.find { |scene| scene.key == key } ||
            raise(NotFound.new(:no_such_scene, "There is no such scene."))
        end

        def deep? = Handling::Caution::DEEP.include?(hook_place)

        # An animal of its guild with round figures, as no programme's species is meant.
        def species
          Fish::Species.new(
            code: "practice", common_name: "fish", guild_key: guild, tail: "forked",
            bladder: signs.any? ? "sealed" : "open", weight_a: 0.01, weight_b: 3.0,
            typical_mm: length_mm, large_mm: 900, min_mm: 100, max_mm: 1500, min_taggable_mm: 250,
            warm_c: 20.0, stop_c: 24.0, hazards: [], fl_to_tl: nil
          )
        end

        def weight_g = species.weight_g_at(length_mm)
      end
  end
end
