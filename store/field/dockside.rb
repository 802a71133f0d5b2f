# frozen_string_literal: true

module Store
  # What the evening's work asks of a trip and its member, and what it leaves behind.
  class Dockside
    def initialize(db) = @db = db

    # Trips, newest first: [{ id:, held_on:, spot_name:, member_name:, state:, submitted_at:, fish:,
    # photos:, held: }]
    #   member_id: whose, nil for all;  state: "open" (also ready) | "submitted";  search: in names
    #              of spots and members
    def trips(member_id, limit:, before: nil, state: nil, search: nil)
      rows =
        @db[:trips].join(:spots, code: :spot_code).join(:members, id: Sequel[:trips][:member_id])
      rows = rows.where(Sequel[:trips][:member_id] => member_id) if member_id
      rows = state == "submitted" ? rows.where(state:) : rows.exclude(state: "submitted") if state
      if search
        rows =
          rows.grep(
            [Sequel[:spots][:name], Sequel[:members][:name]],
            "%#{rows.escape_like(search)}%",
            case_insensitive: true
          )
      end
      rows = rows.where { held_on <= before } if before
      fish = @db[:encounters].where(trip_id: Sequel[:trips][:id]).select(Sequel.function(:count).*)
      photos = @db[:photos].where(trip_id: Sequel[:trips][:id]).select(Sequel.function(:count).*)
      open_ones =
        @db[:held_encounters].where(
          :settled_at => nil,
          Sequel[:held_encounters][:member_id] => Sequel[:trips][:member_id]
        )
      held =
        open_ones.where(Sequel.lit("body->>'trip_id' = trips.id::text")).select(
          Sequel.function(:count).*
        )
      rows
        .order(Sequel.desc(:held_on), Sequel.desc(Sequel[:trips][:created_at]))
        .limit(limit)
        .select(
          Sequel[:trips][:id],
          :held_on,
          Sequel[:spots][:name].as(:spot_name),
          Sequel[:members][:name].as(:member_name),
          :state,
          :submitted_at,
          fish.as(:fish),
          photos.as(:photos),
          held.as(:held)
        )
        .all
    end

    # The fish of a trip in the order they came, with the time they were in hand and their tags:
    # put_numbers are those this encounter put in.
    def encounters(trip_id)
      rows =
        @db[:encounters].where(trip_id:).order(:caught_at, :id).select(*Encounters::COLUMNS).all
      tags =
        @db[:taggings]
          .where(encounter_id: rows.map { |row| row[:id] }, ended_at: nil)
          .order(:id)
          .select_hash_groups(:encounter_id, :tag_number)
      last =
        @db[:stages]
          .where(encounter_id: rows.map { |row| row[:id] })
          .group(:encounter_id)
          .select_hash(:encounter_id, Sequel.function(:max, :at).as(:at))
      rows.map do |row|
        put = tags.fetch(row[:id], [])
        row.merge(
          put_numbers: put,
          tag_numbers: row[:kind] == "tagged" ? put : row[:read_numbers].to_a,
          new_tag_numbers: row[:kind] == "tagged" ? [] : put,
          ended_at: last[row[:id]] || row[:caught_at],
          water_temp_c: row[:water_temp_c]&.to_f,
          depth_m: row[:depth_m]&.to_f
        )
      end
    end

    # Records of this trip that could not be stored: [{ id:, body:, code:, message: }]
    def held(trip_id, member_id)
      @db[:held_encounters]
        .where(settled_at: nil, member_id:)
        .where(Sequel.lit("body->>'trip_id' = ?", trip_id))
        .order(:held_at)
        .select(:id, :body, :code, :message)
        .map { |row| row.merge(body: row[:body].to_h) }
    end

    # { number => { holder_id:, name: } } of those that were issued by us; who had it before it went
    # into a fish.
    def owners(numbers)
      issued =
        @db[:tag_custody]
          .where(tag_number: numbers, act: %w[issued transferred])
          .join(:members, id: :member_id)
          .order(Sequel[:tag_custody][:id])
          .select(:tag_number, :member_id, :name)
          .all
      issued.to_h { |row| [row[:tag_number], { holder_id: row[:member_id], name: row[:name] }] }
    end

    def add_correction(encounter_id:, revision:, member_id:, reason:, changes:)
      @db[:corrections].insert(
        encounter_id:, revision:, member_id:, reason:,
        changes: Sequel.pg_jsonb(changes)
      )
    end

    def corrections(trip_id)
      @db[:corrections]
        .join(:encounters, id: :encounter_id)
        .join(:members, id: Sequel[:corrections][:member_id])
        .where(trip_id:)
        .order(Sequel.desc(Sequel[:corrections][:id]))
        .select(
          Sequel[:corrections][:encounter_id],
          :reason,
          :changes,
          Sequel[:members][:name].as(:by),
          :made_at
        )
        .map { |row| row.merge(changes: row[:changes].to_h) }
    end

    # Replaces the open doubts about these encounters; what a coordinator settled stays so.
    def flag(doubts)
      doubts.each do |encounter_id, found|
        @db[:queries]
          .where(encounter_id:, settled_at: nil)
          .exclude(code: found.map { |one| one.code.to_s })
          .update(settled_at: Sequel::CURRENT_TIMESTAMP)
        found.each do |one|
          row = { sentence: one.sentence, evidence: Sequel.pg_jsonb(one.evidence), settled_at: nil }
          @db[:queries].insert_conflict(
            target: %i[encounter_id code],
            update: row,
            update_where: {
              Sequel[:queries][:settled_by] => nil
            }
          ).insert(encounter_id:, code: one.code.to_s, **row)
        end
      end
    end

    def submit(trip_id, at:)
      @db[:trips]
        .where(id: trip_id)
        .exclude(state: "submitted")
        .update(state: "submitted", submitted_at: at)
    end

    def camera_seconds(trip_id) = @db[:trips].where(id: trip_id).get(:camera_seconds).to_h

    def keep_camera_seconds(trip_id, seconds)
      @db[:trips].where(id: trip_id).update(camera_seconds: Sequel.pg_jsonb(seconds))
    end

    def keep_track(trip_id, fixes)
      @db[:track_fixes].where(trip_id:).delete
      @db[:track_fixes].import(
        %i[trip_id at lat_deg lon_deg],
        fixes.map { |fix| [trip_id, *fix.values_at(:at, :lat_deg, :lon_deg)] },
        slice: 5000
      )
    end

    def track_points(trip_id) = @db[:track_fixes].where(trip_id:).count

    # A member's catches between two days, with the longest lift and the whole handling by their
    # newest taps.
    def own_catches(member_id, from:, to:)
      rows =
        @db[:encounters]
          .join(:spots, code: :spot_code)
          .join(:waters, code: :water_code)
          .where(member_id:, caught_on: from..to)
          .order(:caught_at)
          .select(
            *Encounters::COLUMNS.map { |column| Sequel[:encounters][column] },
            :water_code,
            Sequel[:waters][:kind].as(:water_kind)
          )
          .all
      taps =
        @db[:stages]
          .where(
            %i[encounter_id revision] =>
              @db[:encounters].where(member_id:, caught_on: from..to).select(:id, :revision)
          )
          .order(:encounter_id, :position)
          .select(:encounter_id, :act, :at)
          .all
          .group_by { |tap| tap[:encounter_id] }
      rows.map do |row|
        row.merge(
          taps: taps.fetch(row[:id], []),
          review: row[:review] && JSON.parse(JSON.generate(row[:review]), symbolize_names: true)
        )
      end
    end

    # Years in which a member caught anything, newest first.
    def seasons(member_id)
      @db[:encounters]
        .where(member_id:)
        .select_map(Sequel.function(:date_part, "year", :caught_on))
        .map(&:to_i)
        .uniq
        .sort
        .reverse
    end

    # Everything a member logged, oldest first, for taking away.
    def log(member_id)
      @db[:encounters]
        .join(:trips, id: :trip_id)
        .join(:species, code: Sequel[:encounters][:species_code])
        .left_join(:spots, code: Sequel[:encounters][:spot_code])
        .where(Sequel[:encounters][:member_id] => member_id)
        .order(:caught_at)
        .select(
          *(Encounters::COLUMNS - %i[fingerprint]).map { |column| Sequel[:encounters][column] },
          :common_name,
          :scientific_name,
          Sequel[:spots][:name].as(:spot_name),
          :platform
        )
        .map { |row| row.merge(put: nil) }
        .then { |rows| with_tags(rows) }
    end

    private

    def with_tags(rows)
      tags =
        @db[:taggings]
          .where(encounter_id: rows.map { |row| row[:id] })
          .order(:id)
          .select_hash_groups(:encounter_id, :tag_number)
      rows.map { |row| row.merge(put: tags.fetch(row[:id], [])) }
    end
  end
end
