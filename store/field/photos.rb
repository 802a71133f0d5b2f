# frozen_string_literal: true

module Store
  # Facts about pictures; the bytes lie with the file storage.
  class Photos
    COLUMNS = Core::Records::Photo.members.freeze
    JSON_COLUMNS = %i[marks proposed_marks seen_digits].freeze

    def initialize(db) = @db = db

    # Returns its id.
    def add(photo) = @db[:photos].insert(photo)

    # Core::Records::Photo or nil
    def find(id) = photos.where(id:).first&.then { |row| photo(row) }

    # Of a finder's report, the first one first.
    def of_report(report_id) = all(photos.where(report_id:).order(:created_at, :id))

    def same_on_trip(trip_id, sha256) = @db[:photos].where(trip_id:, sha256:).get(:id)

    # A trip's pictures in the order they were taken; those without a time by their names.
    def of_trip(trip_id)
      all(
        photos
          .where(trip_id:)
          .order(Sequel.function(:coalesce, :taken_at, :camera_at).asc(nulls: :last), :name, :id)
      )
    end

    def of_encounter(encounter_id)
      @db[:photos]
        .where(encounter_id:)
        .exclude(shown_key: nil)
        .order(:taken_at, :id)
        .select_map(:shown_key)
    end

    # Of every catch of a fish that has its size, by the day: [{ photo:, kind:, caught_on: }],
    # kind of the catch: "tagged" | "recaptured" | "reported"
    def of_fish(fish_id)
      catches = @db[:catches].where(fish_id:)
      catches.order(:caught_on).select(:encounter_id, :report_id, :kind, :caught_on)
        .flat_map do |caught|
          owner = caught.slice(:encounter_id, :report_id).compact
          all(photos.where(owner).exclude(shown_key: nil).order(:taken_at, :id)).map do |photo|
            { photo:, **caught.slice(:kind, :caught_on) }
          end
        end
    end

    # Every picture of a member.
    def of_member(member_id) = all(photos.where(member_id:).order(:taken_at, :id))

    def change(id, columns)
      json = columns.slice(*JSON_COLUMNS).compact
      @db[:photos].where(id:).update(columns.merge(json.transform_values do |value|
        Sequel.pg_jsonb(value)
      end))
    end

    # Returns the one that is gone; its files stay while another row names them.
    def remove(id) = photo(@db[:photos].where(id:).returning(*COLUMNS).delete.first)

    # Files that nothing names any more once their day is over.
    def discard(keys, sha256:)
      @db[:discarded_files].insert_conflict.multi_insert(keys.map { |key| { key:, sha256: } })
    end

    # Takes those of before off the list: [key] of files to remove; what another record shows
    # meanwhile stays.
    def sweep(before:)
      gone = @db[:discarded_files].where { discarded_at < before }.returning(:key, :sha256).delete
      shown = @db[:photos].where(sha256: gone.map { |photo| photo[:sha256] }).select_map(:sha256)
      gone.reject { |photo| shown.include?(photo[:sha256]) }.map { |photo| photo[:key] }
    end

    # The next whose originals are held against their hash, those longest unlooked at first.
    def to_check(limit:, before:)
      all(
        photos
          .where(Sequel.|({ checked_at: nil }, Sequel[:checked_at] < before))
          .order(Sequel.asc(:checked_at, nulls: :first), :id)
          .limit(limit)
      )
    end

    def checked(ids, fixity:, now:) = @db[:photos].where(id: ids).update(fixity:, checked_at: now)

    # Those whose originals are not as they came.
    def unsound = all(photos.where(fixity: %w[missing damaged]).order(:checked_at))

    def any_with?(sha256) = !@db[:photos].where(sha256:).empty?

    private

    def photos = @db[:photos].select(*COLUMNS)
    def all(rows) = rows.map { |row| photo(row) }

    def photo(row)
      marks = row.slice(:marks, :proposed_marks).transform_values do |value|
        Row.plain(value, keys: :to_sym)
      end
      Core::Records::Photo.new(**row, **marks, seen_digits: seen_digits(row[:seen_digits]))
    end

    def seen_digits(kept)
      return if kept.nil?

      seen = Row.plain(kept, keys: :to_s)
      Core::Tags::SeenDigits.new(prefix: seen["prefix"], places: seen["places"])
    end
  end
end
