# frozen_string_literal: true

module Acts
  # What somebody who runs the server wants to see from afar.
  module TellOperators
    module_function

    # [[name, help, value or { 'label="x"' => value }], ...]
    def figures(store:, now:)
      queues = store.jobs.by_queue(now:)
      late =
        queues.transform_values do |queue|
          queue[:oldest_due_at] ? (now - queue[:oldest_due_at]).round : 0
        end
      [
        [
          "voucher_jobs_waiting",
          "Jobs that wait, by queue",
          labelled(queues.transform_values { |queue| queue[:waiting] })
        ],
        [
          "voucher_jobs_failing",
          "Jobs that failed and are tried again, by queue",
          labelled(queues.transform_values { |queue| queue[:failing] })
        ],
        [
          "voucher_jobs_late_seconds",
          "How long the oldest job that is due has waited",
          labelled(late)
        ],
        [
          "voucher_held_records",
          "Records that could not be stored as sent",
          store.queries.held.size
        ],
        [
          "voucher_unsound_originals",
          "Photos whose original is missing or damaged",
          store.photos.unsound.size
        ],
        [
          "voucher_standby_lag_seconds",
          "How far the standby is behind; -1 without one",
          store.standby_lag_seconds || -1
        ]
      ]
    end

    def labelled(by_queue) = by_queue.to_h { |queue, value| [%(queue="#{queue}"), value] }
    private_class_method :labelled
  end
end
