# frozen_string_literal: true

module Acts
  # Works out an answer of Water anew, when what is stored has changed since the last one.
  class WaterJob < StoredJob
    self.queue = "water"

    # filter: as WaterFilter gives it, days as text;  id: of the recompute that somebody may look
    # at, and stop
    def run(topic, filter, id = nil)
      today = store.programme.day(Time.now)
      return CountCells.call(store, today:) if topic == CountCells::TOPIC

      days = filter.slice(:from, :to).transform_values { |text| Date.iso8601(text) }
      filter = { **filter, **days }
      return KeepAnswers.call(store, topic, filter, today:) if id.nil?

      WatchedRecompute.run(store, id) do |watch|
        KeepAnswers.call(store, topic, filter, today:, watch:)
      end
    end
  end
end
