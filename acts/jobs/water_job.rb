# frozen_string_literal: true

module Acts
  # Works out an answer of Water anew, when what is stored has changed since the last one.
  class WaterJob < Que::Job
    class << self
      attr_accessor :store
    end
    self.queue = "upkeep"

    # filter: as AnswerWater takes it, days as text
    def run(topic, filter)
      today = self.class.store.programme.day(Time.now)
      return MapWater.count(self.class.store, today:) if topic == MapWater::TOPIC

      days = filter.slice(:from, :to).transform_values { |text| Date.iso8601(text) }
      AnswerWater.make(self.class.store, topic, { **filter, **days }, today:)
    end
  end
end
