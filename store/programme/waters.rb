# frozen_string_literal: true

module Store
  # Waters and the named spots in them.
  class Waters
    def initialize(db) = @db = db

    # Spots in use: [Core::Geography::Spot]
    def spots
      spot_rows.where(retired_at: nil).order(Sequel[:spots][:name]).map { |row| spot_of(row) }
    end

    # As rows, with those that are no longer chosen, and how many fish each has: [{ ...,
    # retired: true | false, fish: }]
    def all_spots
      fish =
        @db[:encounters].where(spot_code: Sequel[:spots][:code]).select(Sequel.function(:count).*)
      spot_rows
        .select_append(Sequel.~(retired_at: nil).as(:retired), fish.as(:fish))
        .order(Sequel[:waters][:name], Sequel[:spots][:name])
        .all
    end

    # [{ code:, name:, kind: }]
    def all = @db[:waters].order(:name).select(:code, :name, :kind).all

    # Also one that is no longer chosen: what was caught there stays there.
    def spot(code) = spot_rows.first(Sequel[:spots][:code] => code)&.then { |row| spot_of(row) }

    def water(code) = @db[:waters].select(:code, :name, :kind).first(code:)

    def keep_water(code, columns)
      @db[:waters].insert_conflict(target: :code, update: columns.slice(:name)).insert(
        code:,
        **columns.slice(:name, :kind)
      )
    end

    # columns: name:, water_code:, lat_deg:, lon_deg:, retired_at:
    def keep_spot(code, columns)
      row = columns.slice(:name, :water_code, :lat_deg, :lon_deg, :retired_at)
      @db[:spots].insert_conflict(target: :code, update: row).insert(code:, **row)
    end

    def water_names = @db[:waters].select_hash(:code, :name)
    def spot_names = @db[:spots].select_hash(:code, :name)

    private

    def spot_of(row) = Core::Geography::Spot.new(**row)

    def spot_rows
      @db[:spots].join(:waters, code: :water_code).select(
        Sequel[:spots][:code],
        Sequel[:spots][:name],
        :water_code,
        Sequel[:waters][:name].as(:water_name),
        Sequel[:waters][:kind].as(:water_kind),
        :lat_deg,
        :lon_deg
      )
    end
  end
end
