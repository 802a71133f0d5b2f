# frozen_string_literal: true

module Store
  # Facts about pictures; the bytes lie with the file storage.
  class Photos
    COLUMNS = %i[
      id name camera camera_at taken_at lat_deg lon_deg encounter_id placed_by sure width_px
      height_px shown_width_px shown_height_px marks measured_mm measured_sd_mm trouble bytes
      focal_35mm
    ].freeze

    def initialize(db) = @db = db

    # Returns its id.
    def add(photo) = @db[:photos].insert(photo)

    def find(id) = @db[:photos].first(id:)&.then { |row| row.merge(marks: deep(row[:marks])) }

    # Of a finder's report, the first one first.
    def of_report(report_id) = @db[:photos].where(report_id:).order(:created_at, :id).all

    def same_on_trip(trip_id, sha256) = @db[:photos].where(trip_id:, sha256:).get(:id)

    # A trip's pictures in the order they were taken; those without a time by their names.
    def of_trip(trip_id)
      @db[:photos]
        .where(trip_id:)
        .select(*COLUMNS, Sequel.~(shown_key: nil).as(:is_sized))
        .order(Sequel.function(:coalesce, :taken_at, :camera_at).asc(nulls: :last), :name, :id)
        .map { |row| row.merge(marks: deep(row[:marks])) }
    end

    def of_encounter(encounter_id)
      @db[:photos]
        .where(encounter_id:)
        .exclude(shown_key: nil)
        .order(:taken_at, :id)
        .select_map(:shown_key)
    end

    # Every picture of a member: [{ original_key:, name:, media_type:, encounter_id:, taken_at: }]
    def of_member(member_id)
      @db[:photos]
        .where(member_id:)
        .order(:taken_at, :id)
        .select(:id, :original_key, :name, :media_type, :encounter_id, :taken_at, :bytes)
        .all
    end

    def change(id, columns)
      columns = columns.merge(marks: Sequel.pg_jsonb(columns[:marks])) if columns[:marks]
      @db[:photos].where(id:).update(columns)
    end

    # Returns the row that is gone; its files stay while another row names them.
    def remove(id)
      @db[:photos].where(id:).returning(:sha256, :original_key, :shown_key, :thumb_key).delete.first
    end

    # Files that nothing names any more once their day is over.
    def discard(keys, sha256:)
      @db[:discarded_files].insert_conflict.multi_insert(keys.map { |key| { key:, sha256: } })
    end

    # Takes those of before off the list: [key] of files to remove; what another record shows
    # meanwhile stays.
    def sweep(before:)
      gone = @db[:discarded_files].where { discarded_at < before }.returning(:key, :sha256).delete
      shown = @db[:photos].where(sha256: gone.map { |one| one[:sha256] }).select_map(:sha256)
      gone.reject { |one| shown.include?(one[:sha256]) }.map { |one| one[:key] }
    end

    # The next originals to be held against their hash, those longest unlooked at first: [{ id:,
    # sha256:, original_key:, fixity: }]
    def to_check(limit:, before:)
      @db[:photos]
        .where(Sequel.|({ checked_at: nil }, Sequel[:checked_at] < before))
        .order(Sequel.asc(:checked_at, nulls: :first), :id)
        .limit(limit)
        .select(:id, :sha256, :original_key, :fixity)
        .all
    end

    def checked(ids, fixity:, at:) = @db[:photos].where(id: ids).update(fixity:, checked_at: at)

    # [{ id:, fixity:, name:, media_type:, member_id:, checked_at: }] of originals that are not as
    # they came
    def unsound
      @db[:photos]
        .where(fixity: %w[missing damaged])
        .order(:checked_at)
        .select(:id, :fixity, :name, :media_type, :member_id, :checked_at)
        .all
    end

    def any_with?(sha256) = !@db[:photos].where(sha256:).empty?

    private

    def deep(json) = json && JSON.parse(JSON.generate(json), symbolize_names: true)
  end
end
