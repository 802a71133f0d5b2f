# frozen_string_literal: true

module Acts
  # Hands a report over to the programme whose tag it is, and asks for its answer: again and again,
  # with longer pauses, until it is final or weeks have passed. A server that stops in between does
  # it once more; the other side takes a report once.
  class HandOverJob < StoredJob
    # Between two tries while the other side does not answer or decide. After the last of them
    # it is left to a coordinator.
    PAUSES_SECONDS = [30, 60, 300, 1800, 7200, 21_600, *([86_400] * 30)].freeze

    class << self
      attr_accessor :line
    end
    self.queue = "partners"

    def run(report_id)
      answer = HandOver.call(store, report_id, line: self.class.line)
      again(report_id) if answer && !answer.final?
    rescue Devices::PartnerLine::Failed, Core::Error => e
      again(report_id, failure: e.message)
    end

    private

    def again(report_id, failure: nil)
      attempts = store.write { store.partners.waited(report_id, failure: failure&.slice(0, 300)) }
      seconds = PAUSES_SECONDS[attempts - 1]
      retry_in(seconds) if seconds
    end
  end
end
