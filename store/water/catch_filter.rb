# frozen_string_literal: true

module Store
  # Narrows rows of catches to what somebody asked for.
  #
  #   filter: { species:, water:, from: Date, to: Date, how:, hook:, sex:, spawning:, origin:,
  #           from_mm:, to_mm:, area: or cells: as Area takes them, member_id:, month: 1..12 };
  #           nil for any
  module CatchFilter
    EXACT = {
      species: :species_code, member_id: :member_id, how: :length_how, hook: :hook_type,
      sex: :sex, spawning: :spawning, origin: :origin
    }.freeze

    private

    def filtered(rows, filter, table)
      rows = exactly(rows, filter, table)
      rows = rows.where { table[:caught_on] >= filter[:from] } if filter[:from]
      rows = rows.where { table[:caught_on] <= filter[:to] } if filter[:to]
      rows = rows.where { table[:length_mm] >= filter[:from_mm] } if filter[:from_mm]
      rows = rows.where { table[:length_mm] <= filter[:to_mm] } if filter[:to_mm]
      rows = Area.within(rows, filter, table[:lat_deg], table[:lon_deg])
      if filter[:month]
        rows = rows.where(Sequel.function(:date_part, "month", table[:caught_on]) => filter[:month])
      end
      return rows unless filter[:water]

      spots = @db[:spots].where(water_code: filter[:water]).select(:code)
      return rows.where(water_code: filter[:water]) if table == Sequel[:catches]

      rows.where(table[:spot_code] => spots)
    end

    def exactly(rows, filter, table)
      EXACT.slice(*filter.compact.keys).reduce(rows) do |left, (name, column)|
        left.where(table[column] => filter[name])
      end
    end
  end
end
