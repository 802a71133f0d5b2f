# frozen_string_literal: true

module Core
  module Protocol
    # What changes for the people at the water when the house rules change: shown before they are saved.
    #
    #   before, after: HouseRules;  plans: [Trips::Plan], a sample;  locker: Trips::Locker
    #
    # Returns [{ kind:, before:, after:, guilds: [name] }]; before or after is nil for a line that is new or gone.
    module Difference
      module_function

      def between(before:, after:, plans:, locker: Trips::Locker.empty)
        changes = plans.flat_map do |plan|
          plan.species.flat_map { |species| compare(species, facts(before, plan, species, locker), facts(after, plan, species, locker)) }
        end
        changes.group_by { |one| one.slice(:kind, :before, :after) }.map { |change, all| change.merge(guilds: all.map { |one| one[:guild] }.uniq) }
      end

      # Everything visible that a rule can move, as { [kind, slot] => text }.
      def facts(rules, plan, species, locker)
        air = rules.air_base_seconds(species.guild.air_class, species.guild.key)
        found = { %i[air seconds] => "#{air} s in one lift",
                  %i[keep may] => rules.school(:keep) == :release_only ? "all fish are let go" : "fish may be kept as the law allows" }
        Trips::Kit.call(plan:, locker:, rules:, trained_to_vent: true).each { |item| found[[:kit, item[:key]]] = "#{item[:name]}#{' (optional)' unless item[:required]}: #{item[:reason]}" }
        Trips::Tackle.check(plan:, locker:, rules:).each { |finding| found[[:tackle, finding.key]] = finding.text }
        Handling::Advice.rows(species:, rules:).each { |row| found[[:advice, row.slice(:letter, :when)]] = row[:text] }
        found
      end

      def compare(species, before, after)
        (before.keys | after.keys).filter_map do |key|
          next if before[key] == after[key]

          { kind: key.first, before: before[key], after: after[key], guild: species.guild.name }
        end
      end
      private_class_method :facts, :compare
    end
  end
end
