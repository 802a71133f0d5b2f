# frozen_string_literal: true

module Store
  # Fish in hand right now, as the devices of one trip share them.
  class Live
    def initialize(db) = @db = db

    # A key that is past its time is none.
    def key_of(trip_id) = @db[:trips].where(id: trip_id).where(in_time).get(:crew_key)

    def keep_key(trip_id, key, until_at:)
      @db[:trips].where(id: trip_id).update(crew_key: key, crew_key_until: until_at)
    end

    def trip_of(key) = @db[:trips].where(crew_key: key).where(in_time).get(:id)

    # seen: what the Deck knows of it; nil from a device that knows nothing of its own, and what is
    #       there stays.
    # Returns { undos: }, locked; nil when another trip has a fish of this id.
    def keep_fish(id:, trip_id:, at:, seen:, **state)
      state = state.merge(seen: Sequel.pg_jsonb(seen)) if seen
      @db[:live_fish].insert_conflict(
        target: :id,
        update: {
          **state,
          updated_at: at
        },
        update_where: {
          Sequel[:live_fish][:trip_id] => trip_id
        }
      ).insert(id:, trip_id:, updated_at: at, **state)
      @db[:live_fish].where(id:, trip_id:).for_update.select(:undos).first
    end

    # The first tap in a place stands; a place beyond the next free one waits until that is filled.
    def tap(fish_id:, position:, act:, at:, device:)
      return if position > @db[:live_taps].where(fish_id:).count

      @db[:live_taps].insert_conflict.insert(fish_id:, position:, act:, at:, device:)
    end

    def undo(fish_id, from:)
      taken_back = @db[:live_taps].where(fish_id:).where { position >= from }.delete
      @db[:live_fish].where(id: fish_id).update(undos: Sequel[:undos] + 1) if taken_back.positive?
    end

    def in_hand(trip_id, since:)
      fish =
        @db[:live_fish]
          .where(trip_id:)
          .where { updated_at >= since }
          .order(:id)
          .select(:id, :species_code, :tag_number, :seen, :undos)
          .all
      taps =
        @db[:live_taps]
          .where(fish_id: fish.map { |animal| animal[:id] })
          .order(:position)
          .select(:fish_id, :act, :at)
          .all
          .group_by { |tap| tap.delete(:fish_id) }
      fish.map { |animal| animal.merge(taps: taps.fetch(animal[:id], [])) }
    end

    private

    def in_time = Sequel[:crew_key_until] > Sequel::CURRENT_TIMESTAMP
  end
end
