# frozen_string_literal: true

module Store
  # What coordinators tell members, and who has read it.
  class Notices
    COLUMNS = Core::People::Notice.members - %i[read]

    def initialize(db) = @db = db

    def find(id) = notice(@db[:notices].select(*COLUMNS).first(id:))

    def add(notice, made_by:)
      @db[:notices].insert(**notice.to_h.except(:read, :made_at, :withdrawn_at), made_by:)
    end

    def withdraw(id, now:)
      @db[:notices].where(id:, withdrawn_at: nil).update(withdrawn_at: now).positive?
    end

    # What stands now or will, the newest first, each with whether this member has read it.
    def standing(today, member_id:)
      read = @db[:notice_receipts].where(notice_id: Sequel[:notices][:id], member_id:)
      @db[:notices].where(withdrawn_at: nil)
        .where { Sequel.|({ to_on: nil }, to_on >= today) }
        .order(Sequel.desc(:made_at)).limit(100)
        .select(*COLUMNS, read.exists.as(:read)).map { |row| notice(row) }
    end

    # { notice id => names of those who have read it }
    def readers
      @db[:notice_receipts].join(:members, id: :member_id).order(:read_at)
        .select_hash_groups(:notice_id, :name)
    end

    def read(id, member_id:)
      @db[:notice_receipts].insert_conflict.insert(notice_id: id, member_id:)
    end

    private

    def notice(row) = row && Core::People::Notice.new(**row)
  end
end
