# frozen_string_literal: true

module Core
  module RuleChanges
    # What changes for the people at the water when the house rules change: shown before they are
    # saved.
    #
    #   before, after: HouseRules;  plans: [Trips::Plan], a sample;  locker: Trips::Locker
    #
    # Returns [{ kind:, before:, after:, guilds: [name] }]; before or after is nil for a line that
    # is new or gone.
    module Difference
      module_function

      def between(before:, after:, plans:, locker: Trips::Locker.empty)
        changes = plans.flat_map do |plan|
          plan.species.flat_map do |species|
            compare(
              species,
              facts(before, plan, species, locker),
              facts(after, plan, species, locker)
            )
          end
        end
        changes
          .group_by { |change| change.slice(:kind, :before, :after) }
          .map { |change, all| change.merge(guilds: all.map { |change| change[:guild] }.uniq) }
      end

      # One situation for each stage, and those that a rule of their own is for.
      CASES = [
        *Handling::Stages::STAGES.map { |stage| [stage, {}] },
        ["start", {}],
        ["in_net", { removal: "in_water" }],
        ["in_net", { hook_place: "throat" }],
        ["in_net", { pressure_signs: %w[swollen], depth_m: 40 }],
        ["in_net", { pressure_signs: %w[stomach_out], depth_m: 1 }]
      ].freeze

      # Everything visible that a rule can move, as { [kind, slot] => text }.
      def facts(rules, plan, species, locker)
        air = rules.air_base_seconds(species.guild.air_class, species.guild.key)
        changes = {
          %i[air seconds] => "#{air} s single lift",
          %i[keep may] =>
            (
              if rules.school(:keep) == :release_only
                "all fish are released"
              else
                "fish may be kept as the law allows"
              end
            )
        }
        Trips::Kit
          .call(plan:, locker:, rules:, trained_to_vent: true)
          .each do |item|
            changes[
              [:kit, item[:key]]
            ] = "#{item[:name]}#{' (optional)' unless item[:required]}: #{item[:reason]}"
          end
        Trips::Tackle
          .check(plan:, locker:, rules:)
          .each { |finding| changes[[:tackle, finding.key]] = finding.text }
        advice(rules, plan, species).each do |line|
          changes[[:advice, line.key, line.text]] = line.text
        end
        changes
      end

      # Every line for such a fish, tagged where it may be, in each of the cases.
      def advice(rules, plan, species)
        CASES.flat_map do |stage, seen|
          encounter = { taps: taps(stage), water_temp_c: plan.warmest_c, **seen }
          situation =
            Handling::Situation.new(
              species:, rules:, water: plan.water, encounter:, now_ms: 60_000, trained_to_vent: true
            )
          tagging = Handling::TagDecision.for_situation(situation) if species.taggable?
          Handling::Advice.all(situation, tagging:)
        end.uniq
      end

      WAY = {
        "start" => [],
        "fish_on" => %w[fish_on],
        "in_net" => %w[fish_on in_net],
        "lifted" => %w[fish_on in_net lifted],
        "back_in_water" => %w[fish_on in_net lifted back_in_water],
        "let_go" => %w[fish_on in_net let_go],
        "kept" => %w[fish_on in_net kept],
        "got_away" => %w[fish_on in_net got_away]
      }.freeze

      def taps(stage)
        WAY.fetch(stage).each_with_index.map { |act, index| { act:, at: index * 1000 } }
      end

      def compare(species, before, after)
        (before.keys | after.keys).filter_map do |key|
          next if before[key] == after[key]

          { kind: key.first, before: before[key], after: after[key], guild: species.guild.name }
        end
      end
      private_class_method :facts, :advice, :taps, :compare
    end
  end
end
