# frozen_string_literal: true

module Acts
  # The same for many readings of an old table: what lies within one slip of their numbers is read
  # at once. It is as true as when it was read, but for #went, so the fish stay locked.
  class KnownFishAhead < KnownFish
    # numbers: [[String as printed] of each row]
    def initialize(store, numbers)
      super(store)
      @carrying = store.fish.last_carrying(numbers.flatten.uniq)
      store.fish.lock(@carrying.values.map(&:fish_id).uniq)
      readings = numbers.map { |of_row| of_row.map { |number| Core::Tags::Reading.new(number) } }
      @near = numbers.zip(store.desk.candidates_each(readings, series:)).to_h
      near = @near.values.flatten
      @kept = store.fish.kept_of(near.filter_map { |row| row[:fish_id] }.uniq)
      @species = store.species.all.to_h { |species| [species.code, species] }
    end

    # Whether a fish carries one of these. What is near to others is not read ahead.
    def carried?(numbers) = numbers.any? { |number| @carrying.key?(number) }

    # A fish that was kept meanwhile.
    def went(fish_id) = @kept << fish_id

    def candidates(readings, slips)
      (@near[readings.map(&:text)] if slips == 1) || super
    end

    def carrying(number, _report)
      fish = @carrying[number]
      fish&.with(kept: @kept.include?(fish.fish_id))
    end

    def kept_of(fish_ids, _report) = @kept & fish_ids
    def lock(_fish_id) = nil
  end
end
