# frozen_string_literal: true

module Acts
  # The coordinator picks schools: a new version of the house rules, with the reason. And the look
  # at it before.
  module ChooseSchools
    module_function

    # chosen: { choices:, figures:, guild_notes: }, as Core::Protocol::HouseRules takes them
    # Raises Core::InvalidInput for schools that no house may choose, Core::Conflict when somebody
    # was quicker.
    def call(context, base_version:, why:, **chosen)
      rules = Core::Protocol::HouseRules.new(version: base_version + 1, **chosen)
      context.store.write do
        before = context.store.house_rules.current
        if before.version != base_version
          raise Core::Conflict.at("base_version", :changed_meanwhile,
            Core::Text.of(
              "office.choose_schools.somebody_changed_the_house_rules", version: before.version
            ))
        end

        context.store.house_rules.add(rules, why:, member_id: context.member.id)
        context.store.changes.note(
          record: "house_rules",
          record_id: rules.version,
          before: noted(before),
          after: noted(rules),
          member_id: context.member.id
        )
      end
      rules
    end

    # What would change for a sample of plans, one per guild.
    def preview(store:, **chosen)
      before = store.house_rules.current
      after = Core::Protocol::HouseRules.new(version: before.version + 1, **chosen)
      Core::RuleChanges::Difference.between(before:, after:, plans: sample(store))
    end

    # One plan for each guild: its first species, over deep water, with bait on a J hook and barbs,
    # so that every school has something to say.
    def sample(store)
      store.species.all.group_by(&:guild_key).values.map(&:first).map do |species|
        Core::Trips::Plan.new(
          held_on: Date.new(2026, 6, 1),
          water: "sea",
          platform: "boat",
          species: [species],
          depth_from_m: 5,
          depth_to_m: 40,
          surface_temp_c: 10.0,
          bait: "natural",
          hook: "j",
          barbs: "barbed",
          alone: false
        )
      end
    end

    # A member's own stricter choices; a laxer one than the house's is refused.
    def stricter(store:, member:, choices:)
      store.house_rules.current.stricter(choices)
      store.write do
        store.members.change(member.id, stricter: choices)
        store.house_rules.add_own(member.id, choices)
      end
    end

    # What is told of them in the list of changes.
    def noted(rules)
      rules.choices.merge(
        rules.figures,
        rules.guild_notes.transform_keys { |guild| :"note_#{guild}" }
      )
    end
    private_class_method :sample, :noted
  end
end
