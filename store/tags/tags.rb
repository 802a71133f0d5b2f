# frozen_string_literal: true

module Store
  # Printed tags, who holds them, and the ledger of every hand they went through.
  class Tags
    COLUMNS = Core::Tags::Tag.members.freeze

    def initialize(db) = @db = db

    # Core::Tags::Tag or nil
    def find(number)
      @db[:tags].select(*COLUMNS).first(number:)&.then { |row| Core::Tags::Tag.new(**row) }
    end

    # The numbers a member carries, lowest first.
    def pouch(member_id, limit: 200)
      @db[:tags]
        .where(holder_id: member_id, state: "in_pouch")
        .order(:series_id, :serial)
        .limit(limit)
        .select_map(:number)
    end

    # [{ tag_number:, act:, member_id:, at: }, ...] oldest first
    def custody(number)
      @db[:tag_custody]
        .where(tag_number: number)
        .order(:id)
        .select(:tag_number, :act, :member_id, :at)
        .all
    end
  end
end
