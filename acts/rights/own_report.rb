# frozen_string_literal: true

module Acts
  # A report, for whoever holds its key: the finder, who has no account.
  module OwnReport
    # Raises Core::NotFound, which does not tell whether there is such a report.
    def self.fetch(store:, id:, key:)
      report = store.reports.find(id)
      if report && !report.on_deck? && OpenSSL.secure_compare(report.report_key, key.to_s)
        return report
      end

      raise Core::NotFound.new(
        :no_such_report,
        "There is no report of yours at this address. Check the link, or report the tag again."
      )
    end
  end
end
