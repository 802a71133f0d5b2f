# frozen_string_literal: true

module Acts
  # Adds a picture to a report. The bytes are kept as they came; what is shown is a smaller copy
  # without its place.
  #
  #   report_key: from the report's answer; without it nobody may add anything
  #   bytes:      String, at most MAX_BYTES
  #
  # Returns { width_px:, height_px:, sha256: of what is kept }. Raises Core::InvalidInput, NotFound,
  # Conflict.
  module AddReportPhoto
    MAX_BYTES = 15 * 1024 * 1024
    MOST = 5

    module_function

    def call(album:, report_id:, report_key:, bytes:)
      OwnReport.fetch(store: album.store, id: report_id, key: report_key)
      before = album.store.photos.of_report(report_id)
      sha256 = Digest::SHA256.hexdigest(bytes)
      same = before.find { |photo| photo.sha256 == sha256 }
      return album.again(same, bytes) if same

      if before.size >= MOST
        raise Core::Conflict.at(
          "photo",
          :enough,
          "This report has #{MOST} photos. That is enough to review it."
        )
      end

      album.keep(bytes, sha256:, report_id:)
    end
  end
end
