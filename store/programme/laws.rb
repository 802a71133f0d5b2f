# frozen_string_literal: true

module Store
  # The law as the coordinator entered it; a new entry supersedes the one before, which stays.
  class Laws
    COLUMNS = %i[
      species_code water_code min_mm max_mm length_kind bag_limit in_water_only_mm authority
      checked_on link
    ].freeze

    def initialize(db) = @db = db

    # [Core::Law::Entry] in force for a water.
    def in_force(water_code)
      @db[:laws]
        .where(superseded_at: nil, water_code:)
        .order(:species_code)
        .map { |row| entry(row) }
    end

    # [{ id:, ..., entered_by:, entered_at:, stale: whether it was checked before that day }] in
    # force everywhere
    def all(stale_before:)
      shown = COLUMNS.map { |column| Sequel[:laws][column] }
      @db[:laws]
        .where(superseded_at: nil)
        .left_join(:members, id: :entered_by)
        .order(:water_code, :species_code)
        .select(
          Sequel[:laws][:id],
          *shown,
          :season_first,
          :season_last,
          Sequel[:members][:name].as(:entered_by),
          :entered_at,
          (Sequel[:laws][:checked_on] < stale_before).as(:stale)
        )
        .all
    end

    # Entries that no longer count, the newest first: superseded, or withdrawn because they were
    # wrong.
    # [{ id:, ..., superseded_at:, withdrawn_at:, withdrawn_because: }]
    def past(limit: 200)
      shown = [:id, *COLUMNS].map { |column| Sequel[:laws][column] }
      @db[:laws]
        .exclude(superseded_at: nil)
        .left_join(:members, id: :entered_by)
        .order(Sequel.desc(:superseded_at), Sequel.desc(Sequel[:laws][:id]))
        .limit(limit)
        .select(
          *shown, :season_first, :season_last,
          Sequel[:members][:name].as(:entered_by),
          :entered_at,
          :superseded_at,
          :withdrawn_at,
          :withdrawn_because
        )
        .all
    end

    # Core::Law::Gear of a water, or nil.
    def gear(water_code)
      gear_law(gear_laws.first(water_code:))
    end

    # [Core::Law::Gear] of all waters.
    def all_gear = gear_laws.order(:water_code).map { |row| gear_law(row) }

    # law: Core::Law::Gear
    def enter_gear(law, member_id:)
      row = {
        **law.to_h, barred_bait: Sequel.pg_array(law.barred_bait, :text), entered_by: member_id,
                    entered_at: Sequel::CURRENT_TIMESTAMP
      }
      @db[:gear_laws].insert_conflict(target: :water_code, update: row).insert(**row)
    end

    # One in force, or nil.
    def find_in_force(id) = @db[:laws].first(id:, superseded_at: nil)

    # It was entered wrongly: the entry that it superseded is in force again.
    def withdraw(law, because:, member_id:, now:)
      before = @db[:laws].where(law.slice(:species_code, :water_code))
        .where(superseded_at: law[:entered_at], withdrawn_at: nil)
      @db[:laws].where(id: law[:id]).update(superseded_at: now, withdrawn_at: now,
        withdrawn_by: member_id, withdrawn_because: because)
      before.update(superseded_at: nil)
    end

    def enter(law, member_id:, now:)
      @db[:laws].where(superseded_at: nil, **law.slice(:species_code, :water_code)).update(
        superseded_at: now
      )
      @db[:laws].insert(**law, entered_by: member_id, entered_at: now)
    end

    private

    def gear_laws = @db[:gear_laws].select(*Core::Law::Gear.members)

    def gear_law(row)
      row && Core::Law::Gear.new(**row, barred_bait: row[:barred_bait].to_a)
    end

    def entry(row)
      Core::Law::Entry.new(
        **row.slice(*COLUMNS),
        season: row[:season_first] && row.values_at(:season_first, :season_last)
      ).freeze
    end
  end
end
