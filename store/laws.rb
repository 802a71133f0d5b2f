# frozen_string_literal: true

module Store
  # The law as the coordinator entered it; a new entry supersedes the one before, which stays.
  class Laws
    COLUMNS = %i[species_code water_code min_mm max_mm length_kind bag_limit in_water_only_mm authority checked_on link].freeze

    def initialize(db) = @db = db

    # [Core::Law::Entry] in force for a water.
    def in_force(water_code) = @db[:laws].where(superseded_at: nil, water_code:).order(:species_code).map { |row| entry(row) }

    # [{ id:, ..., entered_by:, entered_at: }] in force everywhere
    def all
      shown = COLUMNS.map { |one| Sequel[:laws][one] }
      @db[:laws].where(superseded_at: nil).left_join(:members, id: :entered_by).order(:water_code, :species_code)
                .select(Sequel[:laws][:id], *shown, :season_first, :season_last, Sequel[:members][:name].as(:entered_by), :entered_at).all
    end

    def enter(law, member_id:, at:)
      @db[:laws].where(superseded_at: nil, **law.slice(:species_code, :water_code)).update(superseded_at: at)
      @db[:laws].insert(**law, entered_by: member_id, entered_at: at)
    end

    private

    def entry(row)
      Core::Law::Entry.new(**row.slice(*COLUMNS), season: row[:season_first] && row.values_at(:season_first, :season_last)).freeze
    end
  end
end
