# frozen_string_literal: true

module Store
  # Members who asked to be forgotten: what says who somebody was is taken out of every table but
  # the ledgers, where nothing is ever changed.
  class Forgotten
    NAME = "Former member"
    # Rows that are the member's alone.
    OWN = %i[
      lockers practice_results practice_signatures practice_seeds notice_receipts meet_members
    ].freeze

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

    # email: where letters go, nil where none can
    def forget(member_id, email:, now:)
      name, public_name, account_id = @db[:members].where(id: member_id)
        .get(%i[name public_name account_id])
      addresses = [*email, *earlier_addresses(member_id)].uniq
      forget_trips(member_id)
      forget_pictures(member_id)
      forget_exports(member_id, name, now)
      # The file goes with the next upkeep.
      @db[:archives].where(member_id:).update(made_at: Time.at(0))
      forget_table_rows([name, *public_name, *addresses])
      @db[:applications].where(email: addresses).delete
      @db[:orders].where(member_id:).update(note: nil)
      OWN.each do |table|
        @db[table].where(member_id:).delete
      end
      @db[:held_encounters].where(member_id:).exclude(settled_at: nil)
        .update(body: Sequel.pg_jsonb({}), fields: Sequel.pg_jsonb({}), message: "")
      forget_letters(member_id, addresses, name)
      forget_account(account_id, addresses)
      @db[:members].where(id: member_id).update(
        name: NAME, public_name: nil, account_id: nil, permit_number: nil, permit_expires_on: nil,
        trained: Sequel.pg_array([], :text), stricter: Sequel.pg_jsonb({}), active: false,
        public_name_until: nil, renew_on: nil, fee: nil, fee_due_on: nil,
        forgotten_at: now
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

    # That coordinators wrote down when they changed one; letters know whose they were.
    def earlier_addresses(member_id)
      noted = @db[:changes].where(record: "member", record_id: member_id.to_s)
      %i[before after].flat_map do |side|
        noted.select_map(Sequel.lit("#{side} ->> 'email'"))
      end.compact.uniq
    end

    def forget_letters(member_id, addresses, name)
      theirs = @db[:letters].where(Sequel.|({ member_id: }, { recipient: addresses }))
      theirs.where(state: %w[queued failed uncertain]).update(
        state: "withdrawn", last_error: "The member asked to be forgotten."
      )
      theirs.update(recipient: "forgotten", subject: "", body: "")
      %i[subject body].each do |part|
        @db[:letters].where(Sequel.like(part, "%#{@db[:letters].escape_like(name)}%"))
          .update(part => Sequel.function(:replace, part, name, "a #{NAME.downcase}"))
      end
    end

    def forget_pictures(member_id)
      @db[:photos].where(member_id:).update(name: "picture", camera: nil)
      # Their pictures are shown no more.
      keys = @db[:public_pictures].where(member_id:).returning(:key).delete.map { |row| row[:key] }
      @db[:discarded_files].insert_conflict.multi_insert(keys.map { |key| { key:, sha256: key } })
    end

    # Files of own fish, which hold exact places, go with the next upkeep.
    def forget_exports(member_id, name, time)
      exports = @db[:exports].where(member_id:)
      own = exports.where(Sequel.like(:receiver, "%, own fish"))
      others = @db[:exports].exclude(member_id:).select(:sha256)
      own.exclude(sha256: others).distinct.select_map(:sha256).each do |sha256|
        @db[:discarded_files].insert_conflict
          .insert(key: "exports/#{sha256}", sha256:, discarded_at: time)
      end
      @db[:exports].where(Sequel.like(:receiver, "%#{exports.escape_like(name)}%"))
        .update(receiver: Sequel.function(:replace, :receiver, name, NAME))
    end

    # Of old tables, the cells that name the member; what became records is a former member's.
    def forget_table_rows(words)
      rows = @db[:import_rows].where(
        Sequel.|(*words.map { |word| named(:cells, word) }, *words.map do |word|
          named(:said, word)
        end)
      )
      patterns = words.map { |word| "%#{rows.escape_like(word)}%" }
      rows.update(
        cells: Sequel.lit(<<~SQL, Sequel.pg_array(patterns, :text)),
          (select coalesce(jsonb_agg(case when cell #>> '{}' ilike any (?) then '"forgotten"'::jsonb
            else cell end order by at), '[]') from jsonb_array_elements(cells)
            with ordinality as one (cell, at))
        SQL
        said: nil
      )
    end

    def named(column, word)
      Sequel.ilike(Sequel.cast(column, :text), "%#{@db[:import_rows].escape_like(word)}%")
    end

    def forget_account(account_id, addresses)
      addresses.each do |address|
        @db[:que_jobs].where(Sequel.like(Sequel.cast(:args, :text), "%#{address}%")).delete
      end
      return unless account_id

      events = @db[:security_events].where(account_id:).select(:id)
      @db[:security_traces].where(event_id: events).delete
    end
  end
end
