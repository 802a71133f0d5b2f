# frozen_string_literal: true

module Acts
  # How far somebody has come, what is due, and what the water says should be practised first.
  module OpenPractice
    YEAR_DAYS = 365
    # From this share of a year's fish on a mistake chooses an exercise. House rules.
    OFTEN = 0.15
    LEAST_FISH = 10
    LONG_AIR_SECONDS = 45

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

    # What happened often at the water comes first here: { exercise:, scene:, because: } or nil
    def first(store, member_id, today)
      seen = store.practice.mistakes(
        member_id, since: today - YEAR_DAYS, long_air_seconds: LONG_AIR_SECONDS
      )
      return nil if seen[:fish] < LEAST_FISH

      name, exercise, scene = WORDS.keys.max_by { |key, *| seen[key] }
      return nil if seen[name] < OFTEN * seen[:fish]

      { exercise:, scene:,
        because: format(WORDS[[name, exercise, scene]], seen[name], seen[:fish]) }
    end

    WORDS = {
      [:deep, "handle", "swallowed"] => "%d of your %d fish this year were hooked deep.",
      [:long_air, "handle", "estuary"] => "%d of your %d fish this year were out for over " \
        "#{LONG_AIR_SECONDS} s.",
      [:unmeasured, "measure", nil] => "%d of your %d fish this year have no length."
    }.freeze

    # What the trainer works with on a phone.
    def card(context)
      rules = MemberRules.of(store: context.store, member: context.member)
      { rules: Core::Trips::Card.rules(rules),
        species: context.store.species.all.map { |species| Core::Trips::Card.species(species) },
        series: context.store.desk.series, cards: Core::Practice::Techniques.shown(rules) }
    end
    private_class_method :skills, :items, :first
  end
end
