# frozen_string_literal: true

module Store
  # What members own.
  class Lockers
    def initialize(db) = @db = db

    # Core::Trips::Locker; empty for who has said nothing yet.
    def of(member_id)
      gear = @db[:lockers].where(member_id:).get(:gear)
      if gear
        Core::Trips::Locker.new(
          **Core::Trips::Locker.empty.to_h,
          **Row.plain(gear, keys: :to_sym)
        ).freeze
      else
        Core::Trips::Locker.empty
      end
    end

    def keep(member_id, gear)
      @db[:lockers].insert_conflict(
        target: :member_id,
        update: {
          gear: Sequel[:excluded][:gear],
          updated_at: Sequel::CURRENT_TIMESTAMP
        }
      ).insert(member_id:, gear: Sequel.pg_jsonb(gear))
    end
  end
end
