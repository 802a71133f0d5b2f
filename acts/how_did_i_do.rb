# frozen_string_literal: true

module Acts
  # A member's own season: every catch against the budgets it had, and what that adds up to. S6.
  module HowDidIDo
    module_function

    # Returns { season:, seasons: [Integer] , **Core::Estimates::OwnHandling#to_h }.
    def call(store:, member:, season:)
      seasons = store.dockside.seasons(member[:id])
      season ||= seasons.first
      return { season: nil, seasons:, **Core::Estimates::OwnHandling.new([]).to_h } if season.nil?

      species = store.species.all.to_h { |one| [one.code, one] }
      rules = MemberRules.of(store:, member:)
      laws = Hash.new { |kept, water| kept[water] = store.laws.in_force(water).to_h { |law| [law.species_code, law] } }
      caught = store.dockside.own_catches(member[:id], from: Date.new(season, 1, 1), to: Date.new(season, 12, 31))
      { season:, seasons:, **Core::Estimates::OwnHandling.new(caught.map { |one| held_against(one, species.fetch(one[:species_code]), rules, laws[one[:water_code]][one[:species_code]]) }).to_h }
    end

    def held_against(one, species, rules, law)
      review = Core::Handling::Review.of(encounter: one, species:, rules:, in_water_only_mm: law&.in_water_only_mm)
      times = Core::Handling::Stages.new(one[:taps])
      budgets = { one_lift_budget_seconds: review.air_budget.one_lift_seconds, air_budget_seconds: review.air_budget.total_seconds, fight_budget_seconds: review.fight_budget_seconds }
      taken = { longest_lift_seconds: times.lift_seconds.max, handling_seconds: one[:source] == "paper" ? nil : times.handling_seconds }
      one.slice(:caught_on, :air_seconds, :fight_seconds, :hook_type, :hook_place).merge(taken, budgets, points: review.score.points, parts: review.score.parts)
    end
    private_class_method :held_against
  end
end
