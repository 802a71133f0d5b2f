# frozen_string_literal: true

module Store
  # Facts about pictures; the bytes lie with the file storage.
  class Photos
    COLUMNS = %i[id name camera camera_at taken_at lat_deg lon_deg encounter_id placed_by sure width_px height_px shown_width_px shown_height_px
                 marks measured_mm measured_sd_mm trouble bytes].freeze

    def initialize(db) = @db = db

    # Returns its id.
    def add(photo) = @db[:photos].insert(photo)

    def find(id) = @db[:photos].first(id:)&.then { |row| row.merge(marks: deep(row[:marks])) }

    def of_report(report_id) = @db[:photos].first(report_id:)

    def same_on_trip(trip_id, sha256) = @db[:photos].where(trip_id:, sha256:).get(:id)

    # A trip's pictures in the order they were taken; those without a time by their names.
    def of_trip(trip_id)
      @db[:photos].where(trip_id:).select(*COLUMNS, Sequel.~(shown_key: nil).as(:is_sized))
                  .order(Sequel.function(:coalesce, :taken_at, :camera_at).asc(nulls: :last), :name, :id)
                  .map { |row| row.merge(marks: deep(row[:marks])) }
    end

    def of_encounter(encounter_id) = @db[:photos].where(encounter_id:).exclude(shown_key: nil).order(:taken_at, :id).select_map(:shown_key)

    # Every picture of a member: [{ original_key:, name:, media_type:, encounter_id:, taken_at: }]
    def of_member(member_id) = @db[:photos].where(member_id:).order(:taken_at, :id).select(:id, :original_key, :name, :media_type, :encounter_id, :taken_at, :bytes).all

    def change(id, columns)
      columns = columns.merge(marks: Sequel.pg_jsonb(columns[:marks])) if columns[:marks]
      @db[:photos].where(id:).update(columns)
    end

    # Returns the row that is gone; its files stay while another row names them.
    def remove(id) = @db[:photos].where(id:).returning(:sha256, :original_key, :shown_key, :thumb_key).delete.first

    def any_with?(sha256) = !@db[:photos].where(sha256:).empty?

    private

    def deep(json) = json && JSON.parse(JSON.generate(json), symbolize_names: true)
  end
end
