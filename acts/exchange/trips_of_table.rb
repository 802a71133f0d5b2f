# frozen_string_literal: true

module Acts
  # Trips of an old table: one for each member, day and spot, or each that the table names; what a
  # later row adds to it is added.
  class TripsOfTable
    TOLD = %i[fished_hours rods water_temp_c platform].freeze
    # The platform of a trip where the table names none.
    UNKNOWN = "unknown"
    BLANK = { platform: UNKNOWN, **(TOLD - [:platform]).to_h { |key| [key, nil] } }.freeze

    # imports: Store::Imports;  id: of the import;  rows: { line => Core::Imports::RowValues }
    # Returns { line => id of its trip }.
    def self.call(imports, id, rows) = new(imports, id, rows).call

    def initialize(imports, id, rows)
      @imports = imports
      @id = id
      @rows = rows
    end

    def call
      keys = @rows.transform_values { |row| key(row) }
      known = @imports.trips(@id, keys.values.uniq)
      grouped = keys.keys.group_by { |line| keys[line] }
        .transform_values { |lines| @rows.values_at(*lines) }
      new = grouped.except(*known.keys).to_h { |key, rows| [key, made(key, rows)] }
      @imports.add_trips(new.values)
      known.each { |key, trip| add_to(trip, grouped[key]) }
      keys.transform_values { |key| new.dig(key, :id) || known[key].id }
    end

    private

    # Who, when and where; and which, where the table tells trips of one day apart.
    def key(row)
      id = row.trip && Fingerprint.uuid("trip #{@id} #{row.trip}")
      [row.member_id, row.caught_on, row.spot_code, id]
    end

    # Rows about the whole day count before rows about a fish; else the first row counts.
    def together(rows)
      days, fish = rows.partition(&:day_only?)
      [*days, *fish].reverse.map { |row| row.slice(*TOLD).compact }.reduce({}, :merge)
    end

    def made((member_id, held_on, spot_code, id), rows)
      { id: id || SecureRandom.uuid, import_id: @id, member_id:, held_on:, spot_code:,
        state: "submitted", **BLANK, **together(rows) }
    end

    def add_to(trip, rows)
      new = together(rows).reject { |key, _| trip[key] && trip[key] != UNKNOWN }
      new.merge!(together(rows.select(&:day_only?)))
      @imports.change_trip(trip.id, new) if new.any?
    end
  end
end
