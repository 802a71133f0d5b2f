# frozen_string_literal: true

module Acts
  # The answers of one topic of Water under one filter, worked out from what is stored, part by
  # part, so that somebody can see how far it is and stop it.
  #
  #   filter: as WaterFilter gives it
  #   watch:  its #part yields to each part, and raises between two of them when it was stopped
  class WorkOutAnswers
    # Growth and lengths are of one species: without a filter, of so many that have most fish.
    MOST_SPECIES = 3
    # At most so many parts.
    PARTS = {
      "growth" => 1 + MOST_SPECIES, "movement" => 2, "handling" => 2, "tags" => 7,
      "lengths" => 1 + MOST_SPECIES, "effort" => 3, "health" => 1
    }.freeze
    # Nobody looks on.
    module Alone
      def self.part = yield
    end

    def self.call(store, topic, filter, today:, watch: Alone)
      new(store, filter, today, watch).public_send(topic)
    end

    def initialize(store, filter, today, watch)
      @store, @filter, @today, @watch = store, filter, today, watch
    end

    # What is found of all fish is also what matching expects from then on.
    def growth
      most_of(part { water.increments(@filter) }, &:size).map do |code, rows|
        part { grown(@store.species.find(code), rows) }
      end
    end

    def movement
      moves = part { water.moves(@filter) }
      answers = Core::Answers::MovementAnswers
      return part { answers.between_cells(moves) } if @filter[:coarse]

      part { answers.of(moves, spots: @store.waters.spots) }
    end

    def handling
      treated = part { @store.treated.groups(@filter, today: @today) }
      least = @filter[:coarse] ? Core::Privacy::Few::LEAST_FISH : 0
      part { Core::Answers::HandlingAnswers.of(treated, least_fish: least) }
    end

    def tags
      doubles = part { water.double_tagged(@filter) }
      # Only coordinators and the tagger see how well one tagger's tags stay in.
      doubles.each { |row| row.delete(:tagger) } if @filter[:coarse]
      season = @store.programme.season(water.catches_by_month)
      seasons = part { water.seasons(@filter, season:, today: @today) }
      fates = part { water.fates(@filter) }
      taken = part { water.taken(@filter, today: @today) }
      answers = part do
        Core::Answers::TagAnswers.of(doubles:, seasons:, fates:, taken:, season:)
      end
      visited = part { water.visited(@filter) }
      answers + part { closed(visited) }
    end

    def lengths
      classes = part { water.lengths(@filter) }
      most_of(classes) { |rows| rows.sum { |row| row[:fish] } }.flat_map do |code, rows|
        part { long(@store.species.find(code), rows) }
      end
    end

    def effort
      efforts, untold = part { water.efforts(@filter) }, part { water.untold(@filter) }
      part { Core::Answers::EffortAnswers.of(efforts, untold:) }
    end

    def health = part { Core::Answers::HealthAnswers.of(water.health(today: @today)) }

    private

    def part(&) = @watch.part(&)
    def water = @store.water

    # [[species code, rows]], those with most first.
    def most_of(rows, &)
      rows.group_by { |row| row[:species_code] }
        .max_by(MOST_SPECIES) { |_, all| yield(all) }
    end

    def grown(species, rows)
      fits = Core::Answers::GrowthAnswer.fit(rows)
      KeepGrowth.call(@store, species, fits) if @filter.empty?
      Core::Answers::GrowthAnswer.of(fits, species: species.common_name, kind: species.length_kind)
    end

    def long(species, rows)
      Core::Answers::LengthAnswers.of(
        rows.select { |row| row[:length_kind] == species.length_kind },
        water.weighed(@filter.merge(species: species.code)),
        species: species.common_name, kind: species.length_kind
      )
    end

    # Of each closed water the species that was caught most there.
    def closed(visited)
      visited.group_by { |row| row[:water] }.map do |name, rows|
        code, fish = rows.group_by { |row| row[:species_code] }.max_by { |_, all| all.size }
        Core::Answers::ClosedAnswer.of(
          fish, species: @store.species.find(code).common_name, water: name,
          year: rows.first[:year]
        )
      end
    end
  end
end
