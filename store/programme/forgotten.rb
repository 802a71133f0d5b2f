# frozen_string_literal: true

module Store
  # Members who asked to be forgotten: what says who somebody was is taken out of every table but
  # the ledgers, where nothing is ever changed.
  class Forgotten
    NAME = "Former member"

    def initialize(db) = @db = db

    # What a member still has in hand: { tags:, kit:, trips: [Date] with fish that are not
    # submitted, held: records that wait at the desk }
    def ties(member_id)
      fish = @db[:encounter_records].select(:trip_id)
      {
        tags: @db[:tags].where(holder_id: member_id, state: "in_pouch").count,
        kit: @db[:kit_moves].where(member_id:).sum(:count).to_i,
        trips: @db[:trips].where(member_id:, id: fish).exclude(state: "submitted")
          .order(:held_on).select_map(:held_on),
        held: @db[:held_encounters].where(member_id:, settled_at: nil).count
      }
    end

    # email: where letters went, nil where none could
    def forget(member_id, email:, at:)
      forget_trips(member_id)
      %i[lockers practice_results practice_signatures].each do |table|
        @db[table].where(member_id:).delete
      end
      forget_letters(email) if email
      account_id = @db[:members].where(id: member_id).get(:account_id)
      @db[:members].where(id: member_id).update(
        name: NAME, public_name: nil, account_id: nil, permit_number: nil, permit_expires_on: nil,
        trained: Sequel.pg_array([], :text), stricter: Sequel.pg_jsonb({}), active: false,
        forgotten_at: at
      )
      @db[:accounts].where(id: account_id).delete if account_id
    end

    private

    # Where a boat or a phone went all day; the catches keep their places.
    def forget_trips(member_id)
      trips = @db[:trips].where(member_id:)
      ids = trips.select(:id)
      @db[:live_taps].where(fish_id: @db[:live_fish].where(trip_id: ids).select(:id)).delete
      @db[:live_fish].where(trip_id: ids).delete
      @db[:track_fixes].where(trip_id: ids).delete
      trips.update(crew_key: nil, crew_key_until: nil)
    end

    def forget_letters(email)
      theirs = @db[:letters].where(recipient: email)
      theirs.where(state: %w[queued failed uncertain]).update(
        state: "withdrawn", last_error: "The member asked to be forgotten."
      )
      theirs.update(recipient: "forgotten", subject: "", body: "")
    end
  end
end
