# frozen_string_literal: true

module Acts
  # Keeps what a member practised, as a phone sends it when it has a signal; sent twice, it is kept
  # once.
  module KeepResults
    # sent: [{ id:, skill:, scene:, seed:, level:, marks:, points:, at: Time }]
    # Raises Core::InvalidInput.
    def self.call(context, sent:)
      if sent.any? { |one| one[:marks] && one[:points] }
        raise Core::InvalidInput.at("results", :two_scores,
          "A result has marks or points. Send the one that the exercise gives.")
      end
      rows = sent.map do |one|
        { member_id: context.member.id,
          **%i[id skill scene seed level marks points].to_h { |key| [key, one[key]] },
          at: [one[:at], context.now].min }
      end
      context.store.write { context.store.practice.add(rows) }
    end
  end
end
