# frozen_string_literal: true

module Core
  module Fish
    # A handling guild: fish that are held, lifted, revived and tagged the same way.
    #
    #   air_class: :fragile | :sensitive | :ordinary | :hardy, see Handling::AirBudget
    #   hazards:   what can hurt the person
    #   hold, revive: one line each; a part in braces is said only where the house uses that tool:
    #              "Thumb in the lower jaw{glove| with a wet glove}."
    #   tag_site:  false where the flank tag of this programme does not go; such fish are logged
    #              untagged
    #   traits:    :jaw (may be held by it), :teeth, :own_hold (no other hold suits its body),
    #              :no_tail (never held by the tail), :large_never_lifted, :never_lifted (not over
    #              the side at any length), :unhooked (no lip for a hook)
    #
    # Every line here is a house rule; a species may add hazards of its own.
    Guild = Struct.new(:key, :name, :air_class, :hazards, :hold, :revive, :tag_site, :traits,
      keyword_init: true) do
      def self.all = self::ALL.values

      def self.fetch(key)
        self::ALL.fetch(key.to_sym) do
          raise InvalidInput.at(
            "guild",
            :unknown_guild,
            "There is no handling guild #{key.inspect}."
          )
        end
      end

      def is?(trait) = traits.include?(trait)

      # tools: see Protocol::HouseRules#tools
      def hold_with(tools) = sentence_for(hold, tools)

      def revive_with(tools) = sentence_for(revive, tools)

      private

      def sentence_for(line, tools)
        text = line.gsub(/\{(\w+)\|([^}]*)\}/) do
          tool, words = Regexp.last_match(1), Regexp.last_match(2)
          tools.include?(tool.to_sym) ? words : ""
        end
        text[0].upcase + text[1..]
      end
    end

    Guild::ALL =
      [
        [
          :small_spiny_rayed, "small spiny-rayed", :ordinary,
          ["dorsal and anal spines"],
          "Stroke the hand from head to tail so the spines fold.",
          "Release it at once.",
          true,
          []
        ],
        [
          :trout_and_salmon, "trout and salmon", :fragile,
          [],
          "Level, one hand under the body; never squeeze belly or tail wrist.",
          "Upright into the current until it kicks.",
          true,
          []
        ],
        [
          :bass_like, "bass-like jaw-hold", :ordinary,
          ["rough jaw"],
          "Small: jaw hold, upright. Any tilt or any large fish: second hand under the body.",
          "Upright, forward only.",
          true,
          [:jaw]
        ],
        [
          :deep_water_spiny, "deep-water spiny", :sensitive,
          ["venomous spines", "gill-cover blades"],
          "Jaw hold when small, second hand when larger; never grasp round the back.",
          "Upright, head down a little, until it dives.",
          true,
          [:jaw]
        ],
        [
          :long_jawed_toothed, "long-jawed toothed freshwater", :sensitive,
          ["teeth", "loose hooks"],
          Text.of("fish.guild.two_fingers_under_the_gill"),
          "Upright, still, held by the tail wrist.",
          true,
          [:teeth]
        ],
        [
          :whiskered_spined, "whiskered spined", :hardy,
          ["three locking spines", "crushing throat teeth"],
          "Hand behind the pectoral spines; jaw hold up to 8 kg, above that also under the body.",
          "Upright until it pushes.",
          true,
          [:jaw]
        ],
        [
          :carp_like, "large soft-mouthed carp-like", :hardy,
          ["serrated fin ray"],
          "Low, at the root of anal and pectoral fins, not under the belly.",
          "Upright in the water until it pushes.",
          true,
          []
        ],
        [
          :river_perch_like, "large river perch-like", :hardy,
          ["gill-cover spines"],
          "Never by the jaw alone; both hands spread under the body.",
          "Forward if tired, else at once.",
          true,
          []
        ],
        [
          :flat_headed_ambusher, "flat-headed ambusher", :sensitive,
          ["head spines"],
          "Thumb in the lower jaw{glove| with a wet glove}, body supported.",
          "Held still, facing the flow.",
          true,
          [:jaw]
        ],
        [
          :flatfish, "flatfish", :hardy,
          ["teeth in some"],
          "Flat, both hands spread under the body.",
          "Slide it in, head first.",
          true,
          %i[own_hold no_tail]
        ],
        [
          :toothed_marine, "toothed marine", :ordinary,
          ["razor teeth"],
          "No hands near the head: one at the tail wrist, one under the body.",
          "At the boat, swim it forward.",
          true,
          %i[own_hold teeth]
        ],
        [
          :skates_and_rays, "skates and rays", :hardy,
          ["tail spine or thorns"],
          "Hands under the front of the wings; never by tail, gill slits or spiracles.",
          "Slide it in.",
          false,
          %i[own_hold no_tail]
        ],
        [
          :sharks, "sharks", :sensitive,
          ["teeth", "flexible body"],
          "One hand at the tail wrist, one behind the head, belly supported.",
          "Head into the flow.",
          true,
          %i[own_hold teeth large_never_lifted]
        ],
        [
          :fast_open_water, "fast open-water", :fragile,
          [],
          "Wet hands, no squeeze, the shortest lift of all.",
          "Head first, with momentum.",
          true,
          []
        ],
        [
          :billed, "billed", :fragile,
          ["bill"],
          Text.of("fish.guild.beside_the_slowly_moving_boat"),
          "Moving boat until it is strong.",
          true,
          %i[own_hold never_lifted]
        ],
        [
          :sturgeon_like, "sturgeon-like", :sensitive,
          ["scutes"],
          "Belly supported along its whole length, always level.",
          "Upright, still.",
          true,
          []
        ],
        [
          :crabs_and_lobsters, "crabs and lobsters", :hardy,
          ["claws"],
          "By the rear legs.",
          "Lower it in; never throw it.",
          false,
          %i[own_hold no_tail unhooked]
        ],
        [
          :general, "general", :ordinary,
          ["spines and teeth you have not seen yet"],
          "Wet hands, two-point support.",
          "Upright, forward only.",
          true,
          []
        ]
      ].to_h { |row| [row.first, Guild.new(**Guild.members.zip(row).to_h).freeze] }.freeze
  end
end
