# frozen_string_literal: true

module Store
  # Waters and the named spots in them.
  class Waters
    def initialize(db) = @db = db

    # [{ code:, name:, water_code:, water_name:, lat_deg:, lon_deg: }, ...]
    def spots = spot_rows.order(Sequel[:spots][:name]).all

    # [{ code:, name:, kind: }]
    def all = @db[:waters].order(:name).select(:code, :name, :kind).all

    def spot(code) = spot_rows.first(Sequel[:spots][:code] => code)

    private

    def spot_rows
      @db[:spots].join(:waters, code: :water_code)
                 .select(Sequel[:spots][:code], Sequel[:spots][:name], :water_code, Sequel[:waters][:name].as(:water_name), Sequel[:waters][:kind].as(:water_kind),
                         :lat_deg, :lon_deg)
    end
  end
end
