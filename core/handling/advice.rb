# frozen_string_literal: true

module Core
  module Handling
    # What to do now: at most three lines for this fish in this situation, under the house rules. D3.
    #
    # A row: { when: { dimension => [values] }, text:, why:, letter: }; rows stand in the order of urgency, and
    # the first three that apply are shown. A dimension that a row does not name does not matter to it.
    # The Deck picks the rows by looking them up; which rows there are is decided here.
    #
    # Source: house rules, the table of guilds, schools A to P.
    class Advice
      DIMENSIONS = {
        stage: %w[start fish_on in_net lifted back_in_water let_go],
        hook: %w[none lip jaw_corner roof tongue outside eye gill throat stomach],
        bleeding: %w[none light heavy],
        pressure: %w[no yes],
        vitality: %w[good weak],
        heat: %w[cool warm stop]
      }.freeze
      MOST_LINES = 3

      SURFACES = {
        board_bare: "Slick wet board, no cloth", board_and_cover: "Slick wet board, wet cover over the eyes",
        foam_and_cover: "Soaked foam, wet cover over the eyes", sling_and_mat: "Wet sling on the mat"
      }.freeze
      ORDERS = { measure_tag_first: "measure, tag, then the rest", weigh_first: "weigh, photo, then measure and tag", photo_first: "photo, then measure and tag" }.freeze
      BEFORE_LIFT = %w[start fish_on in_net].freeze
      HANDLED = %w[in_net lifted].freeze

      def self.rows(species:, rules:) = new(species, rules).rows

      # The texts that apply, most urgent first.
      #   situation: one value per dimension
      def self.pick(rows, situation)
        rows.select { |row| row[:when].all? { |dimension, values| values.include?(situation.fetch(dimension)) } }.first(MOST_LINES)
      end

      def initialize(species, rules)
        @species = species
        @guild = species.guild
        @rules = rules
      end

      def rows
        [heavy_bleeding, gill, deep_hook, eye, heat_stop, pressure, stomach, weak, fragile_warm, fight, net, hazards, hold, surface_and_order, wound,
         touch, grips, revive, small, watch].compact.map(&:freeze).freeze
      end

      private

      attr_reader :species, :guild, :rules

      def school(key) = rules.school(key, guild.key)

      def row(text, why, letter = nil, **conditions) = { when: conditions, text:, why:, letter: }

      def heavy_bleeding
        row("Heavy bleeding: no tag. Back in the water and let it go at once, or keep it where the law allows.", "Blood lost is not made up for.", bleeding: %w[heavy])
      end

      def gill = row("Keep off the gills. Cut the line as close as you can, and let it go.", "A touched gill bleeds to death.", "H", hook: %w[gill])

      def deep_hook
        text, why = {
          cut_always: ["Deep hook: cut the line close and leave the hook.", "Fish shed hooks; pulling tears."],
          remove_if_reachable: ["Deep hook: seen and reachable without pulling? Turn it the way it went in, push the tissue off. Else cut the line close.",
                                "What comes easily may come; the rest is left."],
          gain_access: ["Deep hook: steady traction, or cutters through the gill opening with somebody experienced and no gill touched. Else cut close.",
                        "A treble left in may kill."]
        }.fetch(school(:deep_hook))
        row(text, why, "H", hook: %w[throat stomach])
      end

      def eye = row("Hook at the eye: turn it out by the shank, never across the eye; else cut the line.", "A fish finds food with the other eye.", "H", hook: %w[eye])

      def heat_stop
        row("The water is at its limit for this fish: do not lift it. Unhook in the water, no tag, let it go.", "From #{species.stop_c} °C handling kills.", "A",
            heat: %w[stop], stage: BEFORE_LIFT)
      end

      def pressure
        return nil if species.bladder == "none"

        text, why = {
          descend: ["Swollen: send it down with the weight, and release it at depth.", "Pressure undoes what its loss did."],
          vent: ["Swollen: vent only if you are trained and permitted; else send it down with the weight.", "A needle in the wrong place kills."],
          rest_in_net: ["Swollen: rest it in the net in the water, and get it down as soon as you can.", "At the surface it overheats and is eaten."]
        }.fetch(school(:pressure))
        row(text, why, "J", pressure: %w[yes])
      end

      def stomach
        return nil if species.bladder == "none"

        text = { leave: "Never push or puncture the stomach: it goes back by itself at depth.",
                 tuck: "Stomach out by a swallowed hook, no depth: tuck it back gently. After depth: leave it." }.fetch(school(:stomach))
        row(text, "It is the gut, not a balloon.", "I", pressure: %w[yes])
      end

      def weak
        row("Weak: hold it upright in the water until the gills beat steadily. No second lift.", "Tired fish die of the next lift.", "K", vitality: %w[weak],
                                                                                                                                          stage: %w[in_net back_in_water])
      end

      def fragile_warm
        text = guild.air_class == :fragile ? "Warm water and a fragile fish: unhook it in the water, and let it go unmeasured." : "Warm water: unhook in the water, one short lift at most."
        row(text, "Warm water holds less air, and the fish needs more.", "A", heat: %w[warm], stage: BEFORE_LIFT)
      end

      def fight
        text, why = { land_fast: ["Land it as fast as the tackle safely allows.", "Long fights build up acid."],
                      let_run: ["Let it run until it can be netted safely; never bully it.", "A torn mouth or a broken line helps nobody."] }.fetch(school(:fight))
        row(text, why, "G", stage: %w[start fish_on])
      end

      def net
        text, why = {
          rubber_net: ["Sink the net first, then bring the fish over it; it rests there, in the water.", "Chasing a fish with a net costs more than the fight."],
          surface_release: ["Unhook it at the surface without touching; net only what needs help.", "What is not touched loses no slime."],
          by_hand: ["Bring it into the shallows, and slide a wet hand under it.", "No gear, no knots."]
        }.fetch(school(:net))
        row(text, why, "F", stage: %w[start fish_on])
      end

      def hazards
        return nil if species.all_hazards.empty?

        row("Mind the #{species.all_hazards.join(', ')}.", "A hand that is hurt drops the fish.", stage: %w[start fish_on in_net lifted])
      end

      def hold
        text, why = {
          by_guild: [guild.hold, "So this guild is held."],
          belly: ["Belly supported, always level.", "One rule for all fish."],
          fin_roots: ["Hold it at the root of anal and pectoral fins, not under the belly.", "Bone carries the weight."],
          jaw: ["Upright by the jaw while small; at any tilt the second hand goes under the body.", "A tilted jaw strains."]
        }.fetch(school(:hold))
        row(text, why, "D", stage: HANDLED)
      end

      def surface_and_order
        row("#{SURFACES.fetch(school(:surface))}; #{ORDERS.fetch(school(:order))}, each only if its time is left.", "Slime first, then the record.", "C",
            stage: %w[lifted])
      end

      def wound
        return nil unless school(:wound) == :antiseptic

        row("Cool day and a permit: dry the spot and dab antiseptic. In heat, skip it.", "It costs time in the air.", "M", stage: %w[lifted], heat: %w[cool])
      end

      def touch
        text = { bare_hands: "Wet bare hands, nothing else.", gloves_at_jaw: "Wet hands; a wet smooth glove only where the jaw is held.",
                 no_gloves: "Wet hands, no gloves in the boat." }.fetch(school(:touch))
        row(text, "Dry hands, cloth and towels take slime; infection shows weeks later.", "B", stage: HANDLED)
      end

      def grips
        text = { none: "No grip on this fish.", swivel: "Grip only with a swivel head, in the water or with the body supported.",
                 free: "A grip is allowed; it is not to hang from it." }.fetch(school(:grips))
        row(text, "A fish that rolls in a fixed grip splits its jaw.", "E", stage: %w[in_net])
      end

      def revive
        text, why = {
          still_or_forward: [guild.revive, "Water has to go the right way over the gills."],
          head_first: ["Head first, from low down, with momentum.", "It breathes by swimming."],
          not_when_fresh: ["Fresh? Off at once. Tired: upright, facing the flow, until it kicks.", "The shortest handling is best."]
        }.fetch(school(:revive))
        row(text, why, "K", stage: %w[back_in_water])
      end

      def small
        return nil unless species.taggable?

        text = { from_minimum: "Under #{species.min_taggable_mm / 10} cm it goes back untagged.",
                 tag_everything: "Small ones are tagged too." }.fetch(school(:small_fish))
        row(text, "A large tag slows a small fish.", "P", stage: %w[in_net])
      end

      def watch = row("Watch it go. If it floats or turns back, fetch it and start again.", "Swimming off is not the whole story.", stage: %w[back_in_water let_go])
    end
  end
end
