# frozen_string_literal: true

module Store
  # What finders sent, and the fish that each was matched to.
  class Reports
    COLUMNS = %i[id fingerprint report_key number_as_read species_code length_mm length_kind length_how caught_on lat_deg lon_deg
                 place_words fate finder_name finder_contact state waiting_reason sent_at].freeze

    def initialize(db) = @db = db

    # The report with the fish it is matched to (fish_id nil while it waits), or nil.
    def find(id)
      @db[:reports].left_join(:matches, report_id: :id, undone_at: nil).left_join(:fish, id: :fish_id)
                   .where(Sequel[:reports][:id] => id)
                   .select(*COLUMNS.map { |column| Sequel[:reports][column] }, :fish_id, :story_key).first
    end

    def add(report) = @db[:reports].insert(**report.slice(*COLUMNS))

    def forget_finder(id) = @db[:reports].where(id:).update(finder_name: nil, finder_contact: nil)

    def match(report_id:, fish_id:, tag_number:) = @db[:matches].insert(report_id:, fish_id:, tag_number:, how: "exact")
  end
end
