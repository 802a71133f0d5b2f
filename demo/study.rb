# frozen_string_literal: true

module Demo
  # Visits to the lough by a few members in autumn, to count its sea trout: on each visit every fish
  # is as likely to be caught; the first time it is tagged, later it is seen again. So many live
  # there, and none comes or goes meanwhile.
  class Study
    FISH = 380
    CAUGHT_PER_VISIT = 0.12
    SPECIES = "sea_trout"
    SPOT = "immer_head"
    DAYS = [[9, 10], [9, 17], [9, 24], [10, 1], [10, 8]].freeze
    MEMBERS = 3
    FIRST_MINUTE, MINUTES_EACH = 7 * 60, 20

    def initialize(simulation, species:, today:, seed:)
      @simulation = simulation
      @species = species
      @today = today
      @rng = Random.new(seed)
      @spot = Sound::SPOTS.find { |spot| spot[:code] == SPOT }
      @in_hand = Hash.new(0)
    end

    # Lives as Simulation tells them, by day: of fish that were caught at least once.
    def lives
      lives = Array.new(FISH).filter_map do
        length = @species.min_taggable_mm + (@rng.rand * 160)
        caught = visits.select { @rng.rand < CAUGHT_PER_VISIT }.map { |day| handling(day, length) }
        next if caught.empty?

        { species: @species, release: caught.first, double: false, again: caught.drop(1) }
      end
      lives.sort_by { |life| life[:release].date }
    end

    private

    # Of the newest autumn that is over.
    def visits
      year = @today > Date.new(@today.year, *DAYS.last) ? @today.year : @today.year - 1
      DAYS.map { |month, day| Date.new(year, month, day) }
    end

    def handling(day, length)
      member = People::MEMBERS[@rng.rand(MEMBERS)]
      caught = @simulation.handling(
        @species, length, @spot.values_at(:lat_deg, :lon_deg),
        date: day, member:, spot: @spot, tags_left: 1
      )
      # One after the other, so that nobody's day is longer than it is.
      minute = FIRST_MINUTE + (MINUTES_EACH * (@in_hand[[member[:name], day]] += 1))
      caught.dup.tap { |copy| copy.minute = minute }.freeze
    end
  end
end
