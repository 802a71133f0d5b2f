# frozen_string_literal: true

module Store
  # What each fish that came back did from its first catch to its last; derived, one row per fish.
  class Spans
    def initialize(db) = @db = db

    TOLD = %i[species_code caught days distance_m cells_m growth_mm].freeze

    # spans: [{ fish_id: and all of TOLD }]
    def keep(spans)
      update = TOLD.to_h { |column| [column, Sequel[:excluded][column]] }
      @db[:spans].insert_conflict(target: :fish_id, update:).multi_insert(spans)
    end

    def forget(fish_ids) = @db[:spans].where(fish_id: fish_ids).delete

    # Quartiles of the other fish of a species that were away about as long:
    # { fish:, days_median:, grown:, growth_mm: [low, middle, high], moved:, distance_m: [low,
    # middle, high] }; the counts say on how many each rests. coarse: between 5 km cells.
    def typical(species_code:, days:, apart_from:, coarse:)
      distance = coarse ? :cells_m : :distance_m
      quartiles = lambda do |column, name = column|
        Sequel
          .function(:percentile_cont, Sequel.lit("array[0.25, 0.5, 0.75]"))
          .within_group(column)
          .as(name)
      end
      row =
        @db[:spans]
          .where(species_code:, days:)
          .exclude(fish_id: apart_from)
          .select(
            Sequel.function(:count).*.as(:fish),
            Sequel.function(:percentile_cont, 0.5).within_group(:days).as(:days_median),
            Sequel.function(:count, :growth_mm).as(:grown),
            quartiles[:growth_mm],
            Sequel.function(:count, distance).as(:moved),
            quartiles[distance, :distance_m]
          )
          .first
      row.merge(growth_mm: row[:growth_mm]&.to_a, distance_m: row[:distance_m]&.to_a)
    end
  end
end
