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

    MOST_EACH_SIDE = Core::Recaptures::Typical::MOST_EACH_SIDE

    # Quartiles of the other fish of a species that were away about as long:
    # { fish:, days_from:, days_to:, grown:, growth_mm: [low, middle, high], moved:, distance_m:
    # [low, middle, high] }; the counts say on how many each rests, days_from and days_to how long
    # these were away.
    #   days: of the fish;  band: Range of days that are about as many;  coarse: between 5 km cells
    def typical(species_code:, days:, band:, apart_from:, coarse:)
      distance = coarse ? :cells_m : :distance_m
      quartiles = lambda do |column, name = column|
        Sequel
          .function(:percentile_cont, Sequel.lit("array[0.25, 0.5, 0.75]"))
          .within_group(column)
          .as(name)
      end
      row =
        near(@db[:spans].where(species_code:).exclude(fish_id: apart_from), days, band)
          .select(
            Sequel.function(:count).*.as(:fish), Sequel.function(:min, :days).as(:days_from),
            Sequel.function(:max, :days).as(:days_to),
            Sequel.function(:count, :growth_mm).as(:grown),
            quartiles[:growth_mm],
            Sequel.function(:count, distance).as(:moved),
            quartiles[distance, :distance_m]
          )
          .first
      row.merge(growth_mm: row[:growth_mm]&.to_a, distance_m: row[:distance_m]&.to_a)
    end

    private

    def near(spans, days, band)
      shorter = spans.where(days: band.begin..days).order(Sequel.desc(:days), :fish_id)
      longer = spans.where(days: (days + 1)..band.end).order(:days, :fish_id)
      shorter.limit(MOST_EACH_SIDE).union(longer.limit(MOST_EACH_SIDE), all: true)
    end
  end
end
