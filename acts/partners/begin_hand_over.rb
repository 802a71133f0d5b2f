# frozen_string_literal: true

module Acts
  # A coordinator gave a report to another programme: where that programme takes reports directly
  # and the finder agreed, a job hands it over. Called within the decision.
  module BeginHandOver
    def self.call(store, report)
      return unless report.may_pass_on

      partner = store.partners.named(report.other_programme) or return
      store.partners.begin(report.id, partner_id: partner.id) and HandOverJob.enqueue(report.id)
    end
  end
end
