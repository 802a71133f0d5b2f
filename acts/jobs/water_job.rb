# frozen_string_literal: true

module Acts
  # Works out an answer of Water anew, when what is stored has changed since the last one.
  class WaterJob < Que::Job
    class << self
      attr_accessor :store
    end
    self.queue = "upkeep"

    # filter: as AnswerWater takes it, days as text;  id: of the recompute that somebody may look
    # at, and stop
    def run(topic, filter, id = nil)
      store = self.class.store
      today = store.programme.day(Time.now)
      return MapWater.count(store, today:) if topic == MapWater::TOPIC

      days = filter.slice(:from, :to).transform_values { |text| Date.iso8601(text) }
      filter = { **filter, **days }
      return AnswerWater.make(store, topic, filter, today:) if id.nil?

      Recompute.run(store, id) do |watch|
        AnswerWater.make(store, topic, filter, today:, watch:)
      end
    end
  end
end
