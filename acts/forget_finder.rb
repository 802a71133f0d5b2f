# frozen_string_literal: true

module Acts
  # A finder asks to be forgotten: name and address go, from the report and from the letters; what was caught stays. F1.
  #
  #   report_key: from the report's answer
  #
  # Raises Core::NotFound.
  module ForgetFinder
    def self.call(store:, report_id:, report_key:)
      report = store.reports.find(report_id)
      raise Core::NotFound.new(:no_such_report, "There is no report of yours at this address.") unless report && OpenSSL.secure_compare(report[:report_key], report_key.to_s)

      store.write do
        store.reports.forget_finder(report_id)
        store.letters.forget(report_id:, kind: "thanks_to_finder")
      end
    end
  end
end
