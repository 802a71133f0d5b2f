# frozen_string_literal: true

module Acts
  # Works out the answers of a topic of Water under a filter, and keeps them.
  #
  #   filter, watch: see WorkOutAnswers
  #
  # Returns Core::Answers::Kept.
  module KeepAnswers
    def self.call(store, topic, filter, today:, watch: WorkOutAnswers::Alone)
      version = store.water_answers.data_version(today:)
      start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      answers = WorkOutAnswers.call(store, topic, filter, today:, watch:).map(&:to_h)
      took_ms = ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) * 1000).round
      asked = Fingerprint.of(filter)
      store.write do
        store.water_answers.keep(topic, asked, data_version: version, answers:, took_ms:)
      end
      store.water_answers.find(topic, asked)
    end
  end
end
