# frozen_string_literal: true

module Acts
  # A member's own season: every catch against the budgets it had, and what that adds up to.
  module HowDidIDo
    # What the season calls the budgets of a review.
    BUDGETS = {
      one_lift_budget_seconds: :one_lift_seconds, air_budget_seconds: :air_seconds,
      fight_budget_seconds: :fight_seconds
    }.freeze

    module_function

    # Returns { season:, seasons: [Integer] , **Core::Estimates::OwnHandling#to_h }.
    def call(context, season:)
      seasons = context.store.own_catches.seasons(context.member.id)
      season ||= seasons.first
      return { season: nil, seasons:, **Core::Estimates::OwnHandling.new([]).to_h } if season.nil?

      catches =
        context.store.own_catches.between(
          context.member.id,
          from: Date.new(season, 1, 1),
          to: Date.new(season, 12, 31)
        )
      judge = judge(context.store, context.member)
      {
        season:,
        seasons:,
        **Core::Estimates::OwnHandling.new(catches.map do |caught|
          held_against(caught, judge)
        end).to_h
      }
    end

    # As it was judged when it was stored; what was stored before judgements were kept is judged
    # now, by the versions it names.
    def judge(store, member)
      species = store.species.all.to_h { |species| [species.code, species] }
      laws =
        Hash.new do |kept, water|
          kept[water] = store.laws.in_force(water).to_h { |law| [law.species_code, law] }
        end
      rules =
        Hash.new do |kept, species|
          kept[species] = MemberRules.under(
            store:,
            member_id: member.id,
            version: species.first,
            own_version: species.last,
            now: nil
          )
        end
      lambda do |caught|
        encounter = caught.encounter
        encounter.review ||
          JudgeEncounter.of(
            encounter, caught.taps,
            species: species.fetch(encounter.species_code),
            rules: rules[[encounter.house_rules_version, encounter.own_rules_version]],
            law: laws[caught.water_code][encounter.species_code],
            water: caught.water_kind
          )
      end
    end

    def held_against(caught, judge)
      encounter = caught.encounter
      review = judge.call(caught)
      times = Core::Handling::Stages.new(caught.taps)
      # A fish that stayed in the water took no lift; where nobody saw that, nobody knows.
      longest = times.lift_seconds.max || (times.air_seconds && 0.0)
      {
        **encounter.slice(:caught_on, :air_seconds, :fight_seconds, :hook_type, :hook_place),
        longest_lift_seconds: longest,
        handling_seconds: encounter.source == "deck" ? times.handling_seconds : nil,
        **BUDGETS.transform_values { |budget| review[budget] },
        **review.slice(:points, :parts)
      }
    end
    private_class_method :judge, :held_against
  end
end
