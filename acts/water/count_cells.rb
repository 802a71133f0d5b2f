# frozen_string_literal: true

module Acts
  # Counts the cells of the map of Water, and keeps of which data they were counted.
  module CountCells
    TOPIC = "map"

    def self.call(store, today:)
      version = store.water_answers.data_version(today:)
      store.write do
        store.water_cells.count
        store.water_answers.keep(TOPIC, TOPIC, data_version: version, answers: [], took_ms: 0)
      end
    end
  end
end
