# frozen_string_literal: true

module Core
  module Handling
    # The handling page of a guild, under the house rules: for reading at home and for printing.
    #
    # Returns { key:, name:, air_class:, air_seconds:, sections: [{ title:, lines: [String] }] }.
    #
    # First aid is the usual caution for laymen and never replaces medical help.
    module Guide
      module_function

      def for(guild:, rules:)
        school = ->(key) { Protocol::Questions.fetch(key).school(rules.school(key, guild.key)) }
        {
          key: guild.key, name: guild.name, air_class: guild.air_class,
          air_seconds: rules.air_base_seconds(guild.air_class, guild.key),
          sections: [
            section(
              "What can hurt you",
              (
                if guild.hazards.empty?
                  ["Little. The hook is the sharpest thing here."]
                else
                  guild.hazards.map { |hazard| "#{hazard[0].upcase}#{hazard[1..]}." }
                end
              )
            ),
            section(
              "Hold",
              [
                hold(guild, rules, school),
                school.call(:touch).says,
                "Never hung from jaw, gill cover or grip."
              ]
            ),
            section("Bring it to hand", bring(rules)),
            section("Unhook", unhook(guild, school)),
            section("Lift", lift(guild, rules, school)),
            section(
              "Measure",
              [
                measure(guild),
                "Nose against the stop, mouth closed, tape under the fish, never over its curve."
              ]
            ),
            section("Tag", tag(guild, school)),
            section(
              "Revive and release",
              [
                (
                  if rules.school(:revive, guild.key) == :still_or_forward
                    guild.revive_with(rules.tools(guild.key))
                  else
                    school.call(:revive).says
                  end
                ),
                "Never to and fro.",
                "Pectoral fins working, gills even, a kick: it is ready.",
                *pressure(guild, school, rules),
                Text.of("handling.guide.where_the_water_is_deep"),
                "Watch it go. If it floats, net it and start again."
              ]
            ),
            (
              if rules.school(:keep) == :as_law_allows
                section(
                  "If you keep it",
                  [
                    "Kill it quickly: one firm blow over the eyes. Then bleed it and keep it cool.",
                    "The law decides. Record it as kept."
                  ]
                )
              end
            ),
            note(rules.guild_notes[guild.key]),
            section("First aid", first_aid(guild)),
            { **section("What we never do, and why", NEVER), folded: true }
          ].compact
        }
      end

      BRING = [
        Text.of("handling.guide.bring_steady_pull"), Text.of("handling.guide.bring_over_the_net"),
        Text.of("handling.guide.bring_rod_away")
      ].freeze
      FLATTENED = Text.of("handling.guide.flattened_barb")

      def bring(rules) = rules.school(:hooks) == :barbed ? BRING : [*BRING, FLATTENED]

      TOOLS = [
        Text.of("handling.guide.line_guided_remover"),
        "Circle hook: hold it near the bend, and twist."
      ].freeze

      def unhook(guild, school)
        teeth = guild.is?(:teeth)
        [
          "In the water whenever possible. In cold water chill your hands first.",
          school.call(:deep_hook).says, *TOOLS,
          teeth ? Text.of("handling.guide.teeth") : "Fingers are a tool too, where a lip is soft."
        ]
      end

      # Things that some people do and no house allows, each with its reason.
      NEVER = [
        "Push or puncture a stomach that hangs out: it is the gut, and goes back by itself.",
        "Swish a fish to and fro: water the wrong way tears the gills.",
        "Lay or carry a fish in a towel, wet or dry: cloth takes its slime.",
        "Lift a ray by its mouth or tail: both tear.",
        "Throw a crab: legs and shell break.",
        "Hold a flatfish by its tail: the tail breaks.",
        "Pull a hook out of a person: it tears what it passes.",
        "Use folk cures on a sting: hot water and medical help do more."
      ].freeze

      # What the house adds of its own.
      def note(text)
        text && section("House note", text.split("\n").map(&:strip).reject(&:empty?))
      end

      NO_BLADDER = %i[skates_and_rays sharks crabs_and_lobsters].freeze

      def pressure(guild, school, rules)
        return [] if NO_BLADDER.include?(guild.key)

        says = school.call(:pressure).says
        [Text.of(
          "handling.guide.depth_take_care_of_a", sealed_mind_m: rules.figure(:sealed_mind_m),
          sealed_likely_m: rules.figure(:sealed_likely_m),
          open_mind_m: rules.figure(:open_mind_m), open_likely_m: rules.figure(:open_likely_m)
        ),
          "Swollen or floating after depth: #{says[0].downcase}#{says[1..]}"]
      end

      # As Advice says it.
      def hold(guild, rules, school)
        if rules.hold(guild) == :by_guild
          guild.hold_with(rules.tools(guild.key))
        else
          school.call(:hold).says
        end
      end

      def lift(guild, rules, school)
        if guild.is?(:large_never_lifted)
          return "A large one is never lifted.", *lift_lines(guild, rules, school)
        end

        lift_lines(guild, rules, school)
      end

      def lift_lines(guild, rules, school)
        [
          Text.of(
            "handling.guide.one_short_lift_s_at",
            key: rules.air_base_seconds(guild.air_class, guild.key)
          ),
          (
            "From warm water on a fragile fish is not lifted at all." if guild.air_class == :fragile
          ),
          "Fins flat before anything takes its weight, and low over the mat.",
          "Kneel, elbows on your knees, never astride. Keep it off your clothes.",
          school.call(:surface).says,
          school.call(:order).says,
          other_holds(guild),
          Text.of("handling.guide.without_a_mat")
        ].compact
      end

      # Only for guilds whose body and tail may be held.
      def other_holds(guild)
        return nil if guild.is?(:own_hold) || guild.is?(:no_tail) || guild.is?(:never_lifted)

        Text.of("handling.guide.other_holds")
      end

      def measure(guild)
        case guild.key
        when :skates_and_rays then "Disc width, tip to tip of the wings."
        when :crabs_and_lobsters then "Across the shell at its widest."
        when :sharks, :sturgeon_like then Text.of("handling.guide.snout_to_the_end_of")
        else Text.of("handling.guide.forked_or_crescent_tail_snout")
        end
      end

      def tag(guild, school)
        return ["Not with this tag: record it untagged."] unless guild.tag_site

        [
          *TagSite.of(guild),
          "Where: #{school.call(:tag_place).says[0].downcase}#{school.call(:tag_place).says[1..]}",
          (
            if school.call(:tag_place).key != :on_board
              Text.of("handling.guide.in_the_water_fish_level")
            end
          )
        ].compact
      end

      def first_aid(guild)
        dangers = guild.hazards.join(" ")
        [
          (
            if dangers.match?(/venom|tail spine|locking spines/)
              Text.of("handling.guide.venomous_spine_water_as_hot")
            end
          ),
          (
            Text.of("handling.guide.bite_or_cut_press_a") if dangers.match?(/teeth|bill|claws/)
          ),
          (
            if dangers.match?(/spine|scutes|thorns|blades/)
              "Spine: take out what comes out easily, rinse, do not dig."
            end
          ),
          "Hook in a hand: cut the line first, so that the fish cannot pull.",
          FirstAid::HELP
        ].compact
      end

      def section(title, lines) = { title:, lines: }
      private_class_method :note,
        :hold,
        :pressure,
        :lift,
        :lift_lines,
        :bring,
        :unhook,
        :other_holds,
        :measure,
        :tag,
        :first_aid,
        :section
    end
  end
end
