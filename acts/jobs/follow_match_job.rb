# frozen_string_literal: true

module Acts
  # What follows a match that a number made by itself, and that the answer to its finder does not
  # wait for: how far the fish went, and the letters.
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
