# frozen_string_literal: true

module Acts
  # A member's progress in Practice, the exercises that are due, and the one that their own mistakes
  # put first.
  module OpenPractice
    module_function

    # Raises Core::NotFound.
    def call(context, member_id: context.member.id)
      store = context.store
      results = store.practice.of(member_id)
      signed = store.practice.signatures(member_id).to_h do |signature|
        [signature[:item], signature]
      end
      { skills: skills(results, context.today), items: items(results, signed),
        first: first(store, member_id, context.today) }
    end

    # What is asked for before the first card, see Core::Practice::Progress.lessons.
    def lessons(context)
      id = context.member.id
      # Asked with every change of a plan: of who tags already nothing more is read.
      return nil if context.store.encounters.tagged_by?(id)

      Core::Practice::Progress.lessons(
        tagged: false,
        results: context.store.practice.of(id),
        signed: context.store.practice.signatures(id).map { |signature| signature[:item] }
      )
    end

    def skills(results, today)
      Core::Practice::Progress::SKILLS.keys.map do |skill|
        due_on = Core::Practice::Progress.due_on(skill, results)
        { **Core::Practice::Progress.estimate(skill, results),
          level: Core::Practice::Progress.level(skill, results), due_on:,
          is_due: due_on.nil? || due_on <= today }
      end
    end

    def items(results, signed)
      Core::Practice::Progress::ITEMS.map do |key, title|
        { key:, title:, met: Core::Practice::Progress.met?(key, results),
          signed: signed[key]&.slice(:by, :note, :signed_at) }
      end
    end

    def first(store, member_id, today)
      rule = Core::Practice::Suggestion
      rule.of(store.practice.mistakes(
        member_id, since: today - rule::YEAR_DAYS, long_air_seconds: rule::LONG_AIR_SECONDS
      ))
    end

    # The data that the trainer on a phone works with.
    def card(context)
      rules = MemberRules.of(store: context.store, member: context.member)
      { rules: Core::Trips::Card.rules(rules),
        species: context.store.species.all.map { |species| Core::Trips::Card.species(species) },
        series: context.store.desk.series, cards: Core::Practice::Techniques.shown(rules) }
    end
    private_class_method :skills, :items, :first
  end
end
