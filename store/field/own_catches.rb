# frozen_string_literal: true

module Store
  # View: a member's own catches, with what they learn of them and take away.
  class OwnCatches
    def initialize(db) = @db = db

    # A member's catches between two days: [Core::Records::WithTaps]
    def between(member_id, from:, to:)
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
        record = Row.read(Encounters::FIELDS, row.slice(*Encounters::COLUMNS))
        review = Row.plain(row[:review], keys: :to_sym)
        encounter = Core::Records::Encounter.new(**record, review:)
        Core::Records::WithTaps.new(
          encounter:, taps: taps.fetch(row[:id], []), **row.slice(:water_code, :water_kind)
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

    def count(member_id) = @db[:encounters].where(member_id:).count

    # Everything a member logged, oldest first, for taking away.
    def all(member_id)
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
        .map { |row| Row.read(Encounters::FIELDS, row) }
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
