# frozen_string_literal: true

module Acts
  # A waiting report beside the fish it may be about, with why each.
  module OpenDesk
    module_function

    # Returns { report:, ranked: [Core::Recaptures::Candidates::Candidate], none_share:, decisions: [...] }. Raises Core::NotFound.
    def call(store:, report_id:)
      report = store.reports.find(report_id)
      raise Core::NotFound.new(:no_such_report, "There is no such report.") if report.nil?

      { report: report.except(:fingerprint, :report_key, :fish_id).merge(photo_id: store.photos.of_report(report_id)&.fetch(:id)), decisions: store.desk.decisions(report_id),
        **weigh(store, report) }
    end

    def weigh(store, report)
      Core::Recaptures::Candidates.weigh(report: report.slice(:number_as_read, :species_code, :caught_on, :lat_deg, :lon_deg).merge(length: Core::Fish::Length.of(report)),
                                         candidates: store.desk.candidates(Core::Tags::Reading.new(report[:number_as_read])), species: store.species.all.to_h { |one| [one.code, one] })
    end
  end
end
