# frozen_string_literal: true

module Core
  module Fish
    # A handling guild: fish that are held, lifted, revived and tagged the same way.
    #
    #   air_class: :fragile | :sensitive | :ordinary | :hardy, see Handling::AirBudget
    #   hazards:   what can hurt the person
    #   hold, revive: one line each, under the default schools
    #   tag_site:  false where the flank tag of this programme does not go; such fish are logged untagged
    #
    # Every line here is a house rule; a species may add hazards of its own.
    Guild = Struct.new(:key, :name, :air_class, :hazards, :hold, :revive, :tag_site, keyword_init: true) do
      def self.all = self::ALL.values

      def self.fetch(key)
        self::ALL.fetch(key.to_sym) { raise InvalidInput.at("guild", :unknown_guild, "There is no handling guild #{key.inspect}.") }
      end
    end

    Guild::ALL = [
      [:small_spiny_rayed, "small spiny-rayed", :ordinary, ["dorsal and anal spines"],
       "Stroke the hand from head to tail so the spines fold; wet bare hand.", "Let it go at once.", true],
      [:trout_and_salmon, "trout and salmon", :fragile, [],
       "Unhook over the water untouched, else net with the rim just above water; never squeeze belly or tail wrist.",
       "Upright into the current until it kicks.", true],
      [:bass_like, "bass-like jaw-hold", :ordinary, ["rough jaw"],
       "Small: jaw hold, upright. Any tilt or any large fish: second hand under the body.",
       "Upright, forward only.", true],
      [:deep_water_spiny, "deep-water spiny", :sensitive, ["venomous spines", "gill-cover blades"],
       "Jaw hold when small, second hand when larger; never grasp round the back.",
       "Send it down with the descender.", true],
      [:long_jawed_toothed, "long-jawed toothed freshwater", :sensitive, ["teeth", "loose hooks"],
       "Rest it in the net; two fingers under the gill cover to the jaw join, on the side away from the hooks; lift low.",
       "Upright, still, held by the tail wrist.", true],
      [:whiskered_spined, "whiskered spined", :hardy, ["three locking spines", "crushing throat teeth"],
       "Hand behind the pectoral spines; jaw hold up to 8 kg, above that also under the body.",
       "Upright until it pushes.", true],
      [:carp_like, "large soft-mouthed carp-like", :hardy, ["serrated fin ray"],
       "In sling and mat, eyes covered; hold at the root of anal and pectoral fins, not under the belly.",
       "Upright in the sling until it pushes.", true],
      [:river_perch_like, "large river perch-like", :hardy, ["gill-cover spines"],
       "Never by the jaw alone; both hands spread under the body.", "Forward if tired, else at once.", true],
      [:flat_headed_ambusher, "flat-headed ambusher", :sensitive, ["head spines"],
       "Thumb in the lower jaw with a wet glove, body supported; wet board straight from the wet net.",
       "Held still, facing the flow.", true],
      [:flatfish, "flatfish", :hardy, ["teeth in some"],
       "Flat on the wet board; both hands when released.", "Slide it in, head first.", true],
      [:toothed_marine, "toothed marine", :ordinary, ["razor teeth"],
       "Leave it in the water; release tool; no hands near the head.", "At the boat, swim it forward.", true],
      [:skates_and_rays, "skates and rays", :hardy, ["tail spine or thorns"],
       "In the water, hands under the front of the wings; never by tail, gill slits or spiracles.",
       "Slide it in.", false],
      [:sharks, "sharks", :sensitive, ["teeth", "flexible body"],
       "Never lift a large one. Small: one hand at the tail wrist, one behind the head, belly supported.",
       "Head into the flow.", true],
      [:fast_open_water, "fast open-water", :fragile, [],
       "Wet hands, no squeeze, the shortest lift of all.", "Head first, with momentum.", true],
      [:billed, "billed", :fragile, ["bill"],
       "In the water beside the slowly moving boat; gloves, thumbs facing each other on the bill.",
       "Moving boat until it is strong.", true],
      [:sturgeon_like, "sturgeon-like", :sensitive, ["scutes"],
       "Above the legal size never out of the water.", "Upright, still.", true],
      [:crabs_and_lobsters, "crabs and lobsters", :hardy, ["claws"],
       "By the rear legs.", "Lower it in; never throw it.", false],
      [:general, "general", :ordinary, ["spines and teeth you have not seen yet"],
       "Wet hands, two-point support.", "Upright, forward only.", true]
    ].to_h { |row| [row.first, Guild.new(**Guild.members.zip(row).to_h).freeze] }.freeze
  end
end
