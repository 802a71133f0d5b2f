# frozen_string_literal: true

module Acts
  # A finder asks to be forgotten: name and address go, from the report and from the letters; what
  # was caught stays.
  #
  #   report_key: from the report's answer
  #
  # Raises Core::NotFound.
  module ForgetFinder
    def self.call(store:, report_id:, report_key:)
      store.write do
        OwnReport.fetch(store:, id: report_id, key: report_key)
        store.reports.forget_finder(report_id)
        store.calls.forget(report_id)
        store.letters.forget(report_id:, kinds: WriteLetter::TO_FINDER)
      end
    end
  end
end
