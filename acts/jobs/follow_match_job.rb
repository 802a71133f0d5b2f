# frozen_string_literal: true

module Acts
  # Measures how far the fish went and writes the letters, after a number was matched by itself.
  # The answer to the finder does not wait for this.
  class FollowMatchJob < Que::Job
    class << self
      attr_accessor :store
    end
    self.queue = "matches"

    def run(report_id)
      store = self.class.store
      store.write { MatchReport.follow(store:, report: store.reports.find(report_id)) }
    end
  end
end
