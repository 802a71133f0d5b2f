# frozen_string_literal: true

module Store
  # View: the trips that an evening works on, each with its fish and what was held back of it.
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

    # The fish of a trip in the order they came: [Core::Records::WithTags]
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
        Core::Records::WithTags.new(
          encounter: Core::Records::Encounter.new(**Row.read(Encounters::FIELDS, row)),
          put_numbers: tags.fetch(row[:id], []),
          ended_at: last[row[:id]] || row[:caught_at]
        )
      end
    end

    # Records of this trip that could not be stored: [Core::Records::Held]
    def held(trip_id, member_id)
      @db[:held_encounters]
        .where(settled_at: nil, member_id:)
        .where(Sequel.lit("body->>'trip_id' = ?", trip_id))
        .order(:held_at)
        .select(*HeldEncounters::COLUMNS)
        .map { |row| HeldEncounters.held(row) }
    end
  end
end
