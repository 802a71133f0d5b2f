# frozen_string_literal: true

module Store
  # Keys with which programs read; what is kept of a key is its hash.
  class ReadingKeys
    SHOWN = %i[id name may made_at used_on revoked_at].freeze

    def initialize(db) = @db = db

    # may: "read" | "hand_in"
    def add(**columns) = @db[:reading_keys].insert(**columns)

    # The newest first, with who made each.
    def all
      @db[:reading_keys].join(:members, id: :member_id)
        .order(Sequel.desc(Sequel[:reading_keys][:id]))
        .select(
          *SHOWN.map { |column| Sequel[:reading_keys][column] }, Sequel[:members][:name].as(:by)
        ).all
    end

    # { id:, name:, member_id:, used_on: } of one that counts, or nil
    def in_force(digest)
      of_use("read", digest).select(:id, :name, :member_id, :used_on).first
    end

    # { id:, name:, digest:, used_on: } of one with which reports are handed in, or nil
    def handing_in(digest) = of_use("hand_in", digest).select(:id, :name, :digest, :used_on).first

    def used(id, on:) = @db[:reading_keys].where(id:).update(used_on: on)

    # Returns whether there was one.
    def revoke(id, now:)
      @db[:reading_keys].where(id:, revoked_at: nil).update(revoked_at: now).positive?
    end

    private

    def of_use(may, digest) = @db[:reading_keys].where(digest:, may:, revoked_at: nil)
  end
end
