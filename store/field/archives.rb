# frozen_string_literal: true

module Store
  # A member's whole log as a file that a job makes, one at a time for each.
  class Archives
    def initialize(db) = @db = db

    # { asked_at:, made_at:, file_key:, bytes:, trouble: } or nil
    def find(member_id)
      @db[:archives].where(member_id:).select(:asked_at, :made_at, :file_key, :bytes,
        :trouble).first
    end

    # Returns the key of a file that was made before, which nobody needs any more, or nil.
    def ask(member_id, now:)
      before = find(member_id)
      row = { asked_at: now, made_at: nil, file_key: nil, bytes: nil, trouble: nil }
      @db[:archives].insert_conflict(target: :member_id, update: row).insert(member_id:, **row)
      before&.fetch(:file_key)
    end

    def made(member_id, file_key:, bytes:, now:)
      @db[:archives].where(member_id:).update(made_at: now, file_key:, bytes:)
    end

    def failed(member_id, trouble) = @db[:archives].where(member_id:).update(trouble:)

    # Forgets those that were made before. Returns their keys.
    def sweep(before:)
      @db[:archives].where { made_at < before }.returning(:file_key).delete
        .map { |row| row[:file_key] }
    end
  end
end
