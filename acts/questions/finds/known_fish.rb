# frozen_string_literal: true

module Acts
  # What FindFish asks of the store, for one report after the other.
  class KnownFish
    def initialize(store) = @store = store

    # [[prefix, digits], ...] of our series
    def series = @series ||= @store.desk.series

    # Tags whose number one of these may be a reading of; see Store::Desk#candidates.
    def candidates(readings, slips) = @store.desk.candidates(readings, series:, slips:)

    # As Store::Fish#carrying tells it, on the day of the report.
    def carrying(number, report)
      @store.fish.carrying(number, on: report.caught_on, apart_from: report.id)
    end

    # Of these fish, those that another report told kept.
    def kept_of(fish_ids, report) = @store.fish.kept_of(fish_ids, apart_from: report.id)

    # { code => Core::Fish::Species }
    def species(codes) = @store.species.of(codes)

    def lock(fish_id) = @store.fish.lock([fish_id])

    # See Store::Fish#catches.
    def catches(fish_id) = @store.fish.catches(fish_id)
  end
end
