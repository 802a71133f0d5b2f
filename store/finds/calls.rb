# frozen_string_literal: true

module Store
  # Finders who left a telephone and no address: whom to ring, and what to say.
  class Calls
    def initialize(db) = @db = db

    def add(report_id:, kind:, phone:, words:)
      @db[:calls].insert(report_id:, kind:, phone:, words:)
    end

    # [{ id:, report_id:, kind:, phone:, words:, made_at:, number_as_read:, finder_name: }], the
    # oldest first
    def open
      @db[:calls]
        .join(:reports, id: :report_id)
        .where(called_at: nil, dropped_at: nil)
        .order(:made_at, Sequel[:calls][:id])
        .limit(200)
        .select(
          Sequel[:calls][:id],
          :report_id,
          :kind,
          :phone,
          :words,
          :made_at,
          :number_as_read,
          :finder_name
        )
        .all
    end

    # False when somebody rang already.
    def called(id, member_id:, now:)
      @db[:calls]
        .where(id:, called_at: nil, dropped_at: nil)
        .update(called_at: now, called_by: member_id)
        .positive?
    end

    # What is not to be said any more.
    def drop(report_id, now:)
      @db[:calls].where(report_id:, called_at: nil, dropped_at: nil).update(dropped_at: now)
    end

    def forget(report_id)
      @db[:calls].where(report_id:).update(
        phone: "forgotten",
        words: "",
        dropped_at: Sequel.function(:coalesce, :dropped_at, Sequel::CURRENT_TIMESTAMP)
      )
    end
  end
end
