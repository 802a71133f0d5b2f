# frozen_string_literal: true

module Acts
  # What FindFish asks of the store, for one report after the other.
  class KnownFish
    def initialize(store) = @store = store

    # [[prefix, digits], ...] of our series
    def series = @series ||= @store.desk.series

    # See PrintedNumbers.
    def as_printed(typed) = PrintedNumbers.of(@store, typed, series:)

    # Tags whose number one of these may be a reading of; see Store::Desk#candidates.
    def candidates(readings, slips) = @store.desk.candidates(readings, series:, slips:)

    # As Store::Fish#carrying tells it, on the day of the report.
    def carrying(number, report)
      @store.fish.carrying(number, on: report.caught_on, apart_from: report.id)
    end

    # Of these fish, those that another report told kept.
    def kept_of(fish_ids, report) = @store.fish.kept_of(fish_ids, apart_from: report.id)

    # { code => Core::Fish::Species } of those that there are; each is read once.
    def species(codes)
      @species ||= {}
      new = codes - @species.keys
      @species.merge!(@store.species.of(new)) if new.any?
      @species.slice(*codes)
    end

    def lock(fish_id) = @store.fish.lock([fish_id])

    # See Store::Fish#caught_again?.
    def caught_again?(fish_id, within, report)
      @store.fish.caught_again?(fish_id, within, apart_from: report.id)
    end
  end
end
