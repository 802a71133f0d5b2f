# frozen_string_literal: true

module Core
  module Trips
    # A planned trip, as the tagger fills it in; everything else on Ready follows from it.
    #
    #   held_on: Date;  from_hour, to_hour: 0..24
    #   water: "sea" | "fresh";  platform: shore | pier | boat | kayak | wading;  height_m: hand
    #          above the water, nil for the platform's usual
    #   alone: true | false;  species: [Fish::Species] expected
    #   depth_from_m, depth_to_m;  surface_temp_c, bottom_temp_c, air_temp_c: nil when not read
    #   sun: true | false;  current: still | flow | tide;  bait: natural | lure | fly
    #   hook: circle | j | treble;  barbs: flattened | barbed
    #   keeps: whether a fish is to be kept for the table
    Plan =
      Struct.new(
        :held_on, :from_hour, :to_hour, :water, :platform, :height_m, :alone, :species,
        :depth_from_m, :depth_to_m, :surface_temp_c, :bottom_temp_c, :air_temp_c, :sun, :current,
        :bait, :hook, :barbs, :keeps, keyword_init: true
      ) do
        # Hand above the water where nobody measured it. House rule.
        def self.usual_height_m
          { "shore" => 1.0, "pier" => 4.0, "boat" => 1.0, "kayak" => 0.4, "wading" => 0.9 }
        end

        def hand_height_m = height_m || self.class.usual_height_m.fetch(platform)

        # The warmest water that a fish meets on its way up; nil when nothing was read.
        def warmest_c = [surface_temp_c, bottom_temp_c].compact.max

        def longest_mm = species.map(&:large_mm).max || 0

        # Billed fish and their like never come over the side: nothing is brought to lift them.
        def lifted = species.reject { |animal| animal.guild.is?(:never_lifted) }

        def longest_lifted_mm = lifted.map(&:large_mm).max || 0

        def heaviest_g = heaviest_of(species)

        def heaviest_lifted_g = heaviest_of(lifted)

        def guild_keys = species.map { |animal| animal.guild.key }.uniq

        private

        def heaviest_of(animals)
          animals.map { |animal| animal.weight_g_at(animal.large_mm) }.max || 0
        end
      end
  end
end
