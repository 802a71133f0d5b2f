# frozen_string_literal: true

module Store
  # What members were given from the cooperative's kit, and what came back; rows are only ever
  # added.
  class Kit
    def initialize(db) = @db = db

    # [{ item:, count:, since: }] of what a member holds now
    def held(member_id)
      sum = Sequel.function(:sum, :count)
      @db[:kit_moves]
        .where(member_id:)
        .group(:item)
        .having { sum > 0 }
        .order(:item)
        .select(:item, sum.cast(:integer).as(:count), Sequel.function(:max, :at).as(:since))
        .all
    end

    # [{ item:, count:, note:, by:, at: }] newest first
    def moves(member_id, limit: 100)
      @db[:kit_moves].join(:members, id: :made_by).where(member_id:)
        .order(Sequel.desc(Sequel[:kit_moves][:id])).limit(limit)
        .select(:item, :count, :note, Sequel[:members][:name].as(:by), :at).all
    end

    # How many of an item a member holds; nobody else moves that member's kit until this is over.
    def lock_held(member_id, item)
      @db[:members].where(id: member_id).for_update.get(:id)
      @db[:kit_moves].where(member_id:, item:).sum(:count).to_i
    end

    def move(**columns) = @db[:kit_moves].insert(**columns)
  end
end
