# frozen_string_literal: true

module Store
  # Facts about pictures; the bytes lie with the file storage.
  class Photos
    def initialize(db) = @db = db

    def add(photo) = @db[:photos].insert(photo)

    def find(id) = @db[:photos].first(id:)

    def of_report(report_id) = @db[:photos].first(report_id:)
  end
end
