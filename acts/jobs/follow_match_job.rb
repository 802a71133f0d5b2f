# frozen_string_literal: true

module Acts
  # Measures how far the fish went and writes the letters, after a number was matched by itself.
  # The answer to the finder does not wait for this.
  class FollowMatchJob < StoredJob
    self.queue = "matches"

    def run(report_id)
      store.write do
        report = store.reports.find(report_id)
        # The match may have ended meanwhile.
        follow(store, report) if report.fish_id
      end
    end

    private

    def follow(store, report)
      fish = store.fish.carrying(report.tag_number, on: report.caught_on)
      MeasureSpan.call(store:, fish_ids: [report.fish_id])
      WriteLetter.of_match(store:, report:, fish:)
    end
  end
end
