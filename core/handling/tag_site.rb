# frozen_string_literal: true

module Core
  module Handling
    # Where the tag goes in an animal of a guild, and how the needle meets its skin. House rules.
    module TagSite
      FLANK = [
        Text.of("handling.tag_site.flank"),
        "Lift off one scale with the tip, 45 degrees, streamer trailing to the tail; tug gently."
      ].freeze
      # Skin without scales that could be lifted.
      SCALELESS =
        "Barb towards the body, 45 degrees, streamer to the tail. There is no scale to lift."
      OWN = {
        sharks: [Text.of("handling.tag_site.sharks"), SCALELESS],
        flatfish: [
          Text.of("handling.tag_site.flatfish"),
          "Barb towards the bones, 45 degrees, streamer trailing to the tail; tug gently."
        ],
        sturgeon_like: [Text.of("handling.tag_site.sturgeons"), SCALELESS],
        whiskered_spined: [Text.of("handling.tag_site.whiskered"), SCALELESS],
        billed: [
          Text.of("handling.tag_site.billed"),
          "From a pole, one firm push across the body; barb towards the bones."
        ]
      }.freeze

      # Returns [sentence], the place first. guild: Fish::Guild
      def self.of(guild) = OWN.fetch(guild.key, FLANK)
    end
  end
end
