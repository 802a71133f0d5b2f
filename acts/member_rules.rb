# frozen_string_literal: true

module Acts
  # The house rules in force for one member: the house's, made stricter where the member chose to.
  module MemberRules
    def self.of(store:, member:)
      house = store.house_rules.current
      # The house may have become stricter than the member since; then the house's stands.
      own = (member[:stricter] || {}).select do |key, school|
        question = Core::Protocol::Questions.fetch(key)
        question.school(school).strictness >= question.school(house.school(question.key)).strictness
      end
      house.stricter(own)
    end
  end
end
