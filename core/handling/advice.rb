# frozen_string_literal: true

module Core
  module Handling
    # Advice for this fish in this situation, under the house rules, the most urgent line first.
    # The Deck shows as many lines as it has room for, and the others on request.
    #
    # Each rule is a row of AdviceRows, or a method that gives a Line or nil. Each stage asks its
    # own rules in the order of what can still be done at that moment: how to hold the fish and what
    # can hurt comes before it is in reach. Whatever a line says is asked of the same situation as
    # budgets, score and tag decision. A line goes as soon as its fact is recorded.
    #
    # Source: house rules, the table of guilds, schools A to Q.
    class Advice
      Line = Struct.new(:key, :text, :why, :letter, keyword_init: true)

      MOST_LINES = 6
      # As many as are read at a time. House rule.
      AT_ONCE = 3
      HOOK_AND_BLOOD = %i[heavy_bleeding gill deep_hook eye no_lift].freeze
      SWELLING = %i[pressure stomach].freeze
      ORDER = {
        "start" => %i[no_lift warm barbs drag fight net hold hazards],
        "fish_on" => HOOK_AND_BLOOD + %i[warm ahead fight hold hazards net keep_off],
        "in_net" => HOOK_AND_BLOOD + SWELLING + %i[weak photo spawner warm ahead wound gut
          tag_in_water unhook chill hold keep_off small fins rig hazards thrash tare touch grips
          breeder scar],
        "lifted" => HOOK_AND_BLOOD + SWELLING + %i[spawner wound hold keep_off thrash surface
          hazards gut touch],
        "back_in_water" => HOOK_AND_BLOOD + SWELLING + %i[weak tag_in_water gut layer revive
          water_flow deep_down tail where_to watch],
        "let_go" => %i[watch],
        "kept" => %i[dispatch],
        "got_away" => %i[left_in_it]
      }.freeze

      SURFACES = {
        board_bare: "Slick wet board, no cloth",
        board_and_cover: "Slick wet board, wet cover over the eyes",
        foam_and_cover: "Soaked foam, wet cover over the eyes",
        sling_and_mat: "Wet sling on the mat"
      }.freeze
      STEPS = {
        measure_tag_first: %w[measure tag weigh photo],
        weigh_first: %w[weigh photo measure tag],
        photo_first: %w[photo measure tag]
      }.freeze

      # situation: Situation;  tagging: as TagDecision gives it, or nil where no tag is thought of
      # Returns [Line], most urgent first.
      def self.lines(situation, tagging: nil) = new(situation, tagging).all.first(MOST_LINES)

      # Every line that applies, however late it comes.
      def self.all(situation, tagging: nil) = new(situation, tagging).all

      def initialize(situation, tagging)
        @situation = situation
        @tagging = tagging
        @stage = situation.stage
        @tools = situation.rules.tools(situation.guild.key)
      end

      # `send` by name: each rule is private, and ORDER is the one list of them.
      def all
        ORDER.fetch(stage).filter_map do |rule|
          row = AdviceRows::ROWS[rule]
          row ? of_row(rule, row) : send(rule)
        end
      end

      private

      attr_reader :situation, :stage, :tools

      def line(key, text, why, letter = nil) = Line.new(key:, text:, why:, letter:).freeze

      def of_row(key, row)
        row.when.call(situation) ? line(key, row.text, row.why, row.letter) : nil
      end

      def at?(*stages) = stages.include?(stage)

      def species = situation.species
      def guild = situation.guild
      def school(key) = situation.school(key)

      def hook_in?(*places)
        places.include?(situation.hook_place) && !situation.removed?
      end

      # Is it to be tagged, and there?
      def tagged_on?(where)
        !@tagging.nil? && @tagging[:advice] == :tag && @tagging[:where] == where &&
          !situation.stages.tagged?
      end

      def heavy_bleeding
        return nil unless situation.bleeding == "heavy"

        where = at?("lifted") ? "Back in the water. Release it at once" : "Release it at once"
        keep = situation.may_keep? ? ", or keep it where the law allows" : ""
        line(
          :heavy_bleeding,
          "Heavy bleeding: no tag. #{where}#{keep}.",
          "Lost blood is not replaced in time."
        )
      end

      def gill
        return nil unless hook_in?("gill")

        line(
          :gill, "Keep off the gills. Cut the line as close as you can, and release it.",
          "A touched gill can bleed to death.", "H"
        )
      end

      DEEP = {
        cut_always: [
          "Cut the line close. Leave the deep hook in.",
          "Fish shed hooks. Pulling tears."
        ],
        remove_if_reachable: [
          Text.of("handling.advice.deep_hook_can_you_see"),
          "Take out what comes easily. Leave the rest."
        ],
        gain_access: [
          Text.of("handling.advice.deep_hook_steady_traction_or"),
          "A treble left in may kill."
        ]
      }.freeze

      def deep_hook
        hook_in?("throat", "stomach") ? line(:deep_hook, *DEEP.fetch(school(:deep_hook)), "H") : nil
      end

      def eye
        return nil unless hook_in?("eye")

        line(
          :eye,
          Text.of("handling.advice.hook_at_the_eye_turn"),
          "A fish finds food with the other eye.", "H"
        )
      end

      def no_lift
        return nil if situation.no_lift.nil?

        text, why = no_lift_text
        if at?("lifted")
          line(:no_lift, "Back in the water now. #{text}", why, "A")
        else
          line(:no_lift, text, why, "A")
        end
      end

      def no_lift_text
        case situation.no_lift
        when :never then [
          "Never over the side. Measure, tag and unhook it in the water.",
          "Lifting hurts such a fish, and people."
        ]
        when :stop
          [
            "Do not lift it: the water is at its limit. Unhook in the water, no tag, release it.",
            "From #{Units.temp_text(species.stop_c)} handling kills."
          ]
        when :fragile_warm
          [
            "Do not lift it: warm water, fragile fish. Unhook it in the water.",
            "Warm water holds less air, and the fish needs more."
          ]
        when :large then ["Do not lift a large one. Measure and unhook it in the water.",
          "Out of the water its own weight injures it."]
        when :over_legal then [
          Text.of("handling.advice.keep_it_in_the_water"),
          Text.of("handling.advice.local_rules_decide_and_lifting")
        ]
        when :unmeasured then [
          Text.of("handling.advice.measure_it_in_the_water"),
          Text.of("handling.advice.its_length_decides_and_it")
        ]
        when :kind then [
          Text.of("handling.advice.length_kind_unknown", kind: situation.length.kind),
          "In doubt we take the careful way."
        ]
        end
      end

      def pressure
        return nil if !situation.swollen? || situation.has?("sent_down")

        line(:pressure, *pressure_text, "J")
      end

      def pressure_text
        case school(:pressure)
        when :descend then ["Swollen: send it down with the weight. Release it at depth.",
          "Pressure reverses the swelling."]
        when :rest_in_net then [
          Text.of("handling.advice.swollen_rest_it_in_the"),
          Text.of("handling.advice.at_the_surface_it_overheats")
        ]
        else
          if situation.trained_to_vent
            return [
              "Swollen: vent it as trained, once, behind the pectoral fin. Then release it.",
              "A needle in the wrong place kills."
            ]
          end

          [
            Text.of("handling.advice.swollen_only_trained_permitted_people"),
            "A needle in the wrong place kills."
          ]
        end
      end

      def stomach
        out = (situation.encounter[:pressure_signs] || []).include?("stomach_out")
        return nil unless out || situation.swollen?
        return by_hook if situation.stomach_by_hook?

        line(
          :stomach, "Never push or puncture the stomach. It goes back by itself at depth.",
          "It is the gut, not a balloon.", "I"
        )
      end

      # Turned out by the hook: no depth will take it back.
      def by_hook
        if school(:stomach) == :tuck
          return (
            line(
              :stomach, "Stomach out by the hook, no depth: tuck it back gently, wet.",
              "Without depth it stays out.", "I"
            )
          )
        end

        line(
          :stomach, "Stomach out by the hook: leave it. Never pull or puncture it.",
          "It is the gut, not a balloon.", "I"
        )
      end

      def tag_in_water
        return nil unless tagged_on?(:water)

        place = tagging_place
        line(
          :tag_in_water,
          "Tag it in the water, #{place}: gills under, belly held level, no lift.",
          "A lift is too short for the tag. In the water no clock runs.",
          "Q"
        )
      end

      def tagging_place
        return "beside the boat" if guild.is?(:never_lifted)

        tools.include?(:net) ? "in the net or cradle" : "in the cradle"
      end

      # Before anything else takes time; never in warm water, and a large one stays in it.
      def photo
        return nil unless situation.encounter[:recaptured] && situation.heat == :cool

        where = situation.large? || situation.no_lift ? ", in the water" : ""
        line(
          :photo, "Photograph the fish#{where}, then its number.",
          "The picture settles which fish it was."
        )
      end

      FIGHT = {
        land_fast: ["Land it as fast as the tackle safely allows.", "Long fights build up acid."],
        let_run: [
          "Let it run until you can net it safely. Never bully it.",
          "A torn mouth or a broken line helps nobody."
        ]
      }.freeze

      def fight = line(:fight, *FIGHT.fetch(school(:fight)), "G")

      NET = {
        rubber_net: [
          "Sink the net first. Bring the fish over it. It rests there in the water.",
          "Chasing a fish with a net costs more than the fight."
        ],
        surface_release: [
          "Unhook it at the surface without touching. Net it only if it needs help or a tag.",
          "An untouched fish loses no slime."
        ],
        by_hand: [
          "Bring it into the shallows, and slide a wet hand under it.",
          "No gear, no knots."
        ]
      }.freeze

      def net = line(:net, *NET.fetch(school(:net)), "F")

      def hold
        line(:hold, *hold_text, "D")
      end

      def hold_text
        case situation.rules.hold(guild)
        when :belly then ["Belly supported, always level.", "One rule for all fish."]
        when :fin_roots then [
          Text.of("handling.advice.hold_it_at_the_root"), "Bone carries the weight."
        ]
        when :jaw then [
          Text.of("handling.advice.hold_it_upright_by_the"), "A tilted jaw strains."
        ]
        else [guild.hold_with(tools), "This is how its guild is held."]
        end
      end

      def surface
        # A fish that must not be out is not measured there.
        return nil if situation.no_lift

        steps = STEPS.fetch(school(:order))
        steps -= ["tag"] unless tagged_on?(:board)
        posture = situation.platform.to_s == "kayak" ? "Stay low" : "Kneel, never astride, low"
        line(
          :surface,
          Text.of(
            "handling.advice.stay_low_over_it_each", posture:,
            surface: SURFACES.fetch(school(:surface)), steps: steps.join(", ")
          ),
          "Slime first, then the record.",
          "C"
        )
      end

      def hazards
        return nil unless species.all_hazards.any?

        line(
          :hazards,
          "Mind the #{species.all_hazards.join(', ')}.",
          "An injured hand drops the fish."
        )
      end

      def touch
        glove = guild.is?(:jaw) || guild.is?(:teeth) || guild.key == :billed
        text = case school(:touch)
        when :no_gloves then "Wet hands, and nothing on them."
        when :gloves_at_jaw then if glove
                                   "Wet hands. A wet smooth glove only to hold jaw or teeth."
                                 else
                                   "Wet bare hands."
        end
        else "Wet bare hands, nothing else."
        end
        line(
          :touch, text, "Dry hands, cloth and towels take slime. Infection shows weeks later.", "B"
        )
      end

      GRIPS = {
        none: "No grip on this fish.",
        swivel: "Grip only with a swivel head, in the water or with the body supported.",
        free: "A grip is allowed, but never hang the fish from it."
      }.freeze

      # Only where there is a jaw to take hold of.
      def grips
        return nil unless guild.is?(:jaw) || guild.is?(:teeth)

        line(
          :grips,
          GRIPS.fetch(school(:grips)),
          "A fish that rolls in a fixed grip splits its jaw.",
          "E"
        )
      end

      def revive = line(:revive, *revive_text, "K")

      def revive_text
        case school(:revive)
        when :head_first then [Text.of("handling.advice.head_first_from_low_down"),
          "It breathes by swimming."]
        when :not_when_fresh then [
          Text.of("handling.advice.fresh_release_it_at_once"), "The shortest handling is best."
        ]
        else [guild.revive_with(tools), "Water has to flow the right way over the gills."]
        end
      end

      FLOW = {
        "boat" => "Go slowly ahead while you hold it beside the boat.",
        "kayak" => "Hold it beside you, head into the drift.",
        "wading" => "Walk slowly forward with it."
      }.freeze
      FLOW_ELSEWHERE = "Face it into the current. No current: move it slowly forward."

      def water_flow
        text = FLOW[situation.platform.to_s] || FLOW_ELSEWHERE
        line(:water_flow, text, "Water must flow over the gills. Never to and fro.", "K")
      end

      # Not of a fish whose length is known to be enough.
      def small
        return nil unless species.taggable?
        return nil if situation.own_length&.against(species.min_taggable_mm) == :over

        least = Units.length_text(species.min_taggable_mm, situation.units)
        text =
          (
            if school(:small_fish) == :tag_everything
              "Small ones are tagged too."
            else
              "Under #{least} it is released untagged."
            end
          )
        line(:small, text, "A large tag slows a small fish.", "P")
      end
    end
  end
end
