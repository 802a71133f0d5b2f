# frozen_string_literal: true

module Demo
  # Visits to the lough by a few members in autumn, to count its sea trout: on each visit every fish
  # is as likely to be caught; the first time it is tagged, later it is seen again. So many live
  # there, and none comes or goes meanwhile.
  module Study
    FISH = 380
    CAUGHT_PER_VISIT = 0.12
    SPECIES = "sea_trout"
    SPOT = "immer_head"
    DAYS = [[9, 10], [9, 17], [9, 24], [10, 1], [10, 8]].freeze
    MEMBERS = 3
    FIRST_MINUTE, MINUTES_EACH = 7 * 60, 20

    module_function

    # Lives as Simulation tells them: of fish that were caught at least once.
    def lives(simulation, species:, today:, seed:)
      rng = Random.new(seed)
      days = visits(today)
      hands = Hash.new(0)
      Array.new(FISH).filter_map do
        length = species.min_taggable_mm + (rng.rand * 160)
        caught = days.select { rng.rand < CAUGHT_PER_VISIT }
          .map { |day| handling(simulation, species, day, length, rng, hands) }
        next if caught.empty?

        { species:, release: caught.first, double: false, again: caught.drop(1) }
      end
    end

    # Of the newest autumn that is over.
    def visits(today)
      year = today > Date.new(today.year, *DAYS.last) ? today.year : today.year - 1
      DAYS.map { |month, day| Date.new(year, month, day) }
    end

    def handling(simulation, species, day, length, rng, hands)
      member = People::MEMBERS[rng.rand(MEMBERS)]
      spot = Sound::SPOTS.find { |one| one[:code] == SPOT }
      caught = simulation.handling(
        species, day, member, spot, spot.values_at(:lat_deg, :lon_deg), length,
        tags_left: 1, kept: false
      )
      # One after the other, so that nobody's day is longer than it is.
      minute = FIRST_MINUTE + (MINUTES_EACH * (hands[[member[:name], day]] += 1))
      caught.dup.tap { |one| one.minute = minute }.freeze
    end
    private_class_method :visits, :handling
  end
end
