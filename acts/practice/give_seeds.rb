# frozen_string_literal: true

module Acts
  # Seeds of tasks to come, for a phone that may have no signal: what is done on one counts once.
  module GiveSeeds
    # Returns [Integer].
    def self.call(context)
      context.store.write(durable: false) { context.store.practice.seeds(context.member.id) }
    end
  end
end
