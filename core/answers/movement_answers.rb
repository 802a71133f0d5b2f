# frozen_string_literal: true

module Core
  module Answers
    # Distance and direction between catches.
    module MovementAnswers
      LEAST_FISH = 10
      # Between two spots fewer fish than these are told together with others.
      LEAST_OF_A_PAIR = 5
      ELSEWHERE = "elsewhere"
      # A fish that hardly moved went no way.
      LEAST_KM = 1.0
      WAYS = %w[north north-east east south-east south south-west west north-west].freeze
      ASSUMPTIONS = [
        { key: "effort_even", text: "Anglers fish about as much wherever the fish may move." }
      ].freeze

      module_function

      # rows: as Store::Water#moves tells them;  spots: [Geography::Spot]
      def of(rows, spots: []) = [reach(rows), distance(rows), flow(rows, spots), way(rows)]

      # For readers who may not know exact places: of each fish no more than its public story tells,
      # so that two answers which are subtracted tell no more either. A spot is finer than a cell.
      def between_cells(rows)
        rows = rows.map { |row| on_grid(row) }
        [reach(rows), distance(rows, resolution_km: CELL_KM), way(rows)]
          .map { |answer| cells_named(answer) }
      end

      # The middle distance after about a year or less, and whether distances level off.
      def distance(rows, resolution_km: RESOLUTION_KM)
        days = asked_days(rows)
        common = {
          key: "distance", title: "Distance and time", n: rows.size, assumptions: ASSUMPTIONS,
          columns: ["days at liberty", "fish", "middle distance, km"],
          rows: by_time(rows),
          worked_out: Text.of("answers.movement_answers.distance_by_water_against_days"),
          source: "Okubo and Levin (2001), ch. 5 and 6; Weibull (1951); Akaike (1974)"
        }
        return Answer.new(**common.except(:rows, :columns), missing: NO_TIME) if days.nil?

        fit = Estimates::Dispersal.fit(rows, days:, resolution_km:)
        curve = fit.is_a?(String) ? [] : fit.curve
        Answer.new(
          **common, sentence: distance_words(rows, days, fit),
          chart: { kind: "scatter", x: "days at liberty", y: "km away, the middle fish", points: [],
                   line: curve.map { |day, km| [day.round, km.round(2), nil, nil] } }
        )
      end

      # Distances by water are known so well; of cells to a cell.
      RESOLUTION_KM, CELL_KM = 0.5, 5.0
      NO_TIME = "This needs 20 fish recaptured after about a month, a season or a year."

      # About a year, or the longest round time after which enough fish were seen again.
      def asked_days(rows)
        [365, 180, 90, 30].find { |days| about(rows, days).size >= LEAST_ABOUT }
      end

      # Fish with about this time at liberty.
      def about(rows, days)
        rows.select { |row| row[:days].between?(days / ABOUT, days * ABOUT) }
      end
      ABOUT, LEAST_ABOUT = 1.5, 20

      TIMES = [0...30, 30...90, 90...180, 180...365, 365...730, 730..].freeze

      # Few fish of one time are told with none.
      def by_time(rows)
        TIMES.filter_map do |time|
          km = rows.select { |row| time.cover?(row[:days]) }.map { |row| row[:km] }
          next if km.size < LEAST_OF_A_PAIR

          last = time.end ? " to #{time.end - 1}" : " and more"
          ["#{time.begin}#{last}", km.size, median(km).round(1)]
        end
      end

      # The middle fish and its limits are fish themselves: no curve need hold for it.
      def distance_words(rows, days, fit)
        km = about(rows, days).map { |row| row[:km] }.sort
        low, high = Estimates::Rates.middle_ranks(km.size).map { |rank| km[rank] }
        Text.of(
          "answers.movement_answers.of_recaptured_after_to_days", km: Words.fish(km.size),
          first: (days / ABOUT).round, last: (days * ABOUT).round,
          high: Words.span(median(km), low, high, 1),
          levels_off: fit.is_a?(String) ? fit : LEVELS.fetch(fit.levels_off)
        )
      end

      LEVELS = {
        true => Text.of("answers.movement_answers.levels_off"),
        false => Text.of("answers.movement_answers.spreads"),
        nil => "Whether the distance levels off is not clear yet."
      }.freeze

      # Where the fish of each spot were seen again: at the spot that is nearest then.
      def flow(rows, spots)
        pairs = rows.map do |row|
          [nearest(spots, row[:from_lat], row[:from_lon]),
            nearest(spots, row[:to_lat], row[:to_lon])]
        end
        stays = pairs.group_by(&:first).map { |from, all| stay(from, all) }
          .select { |pair| pair[:of] >= LEAST_FISH }.sort_by { |pair| -pair[:of] }
        common = {
          key: "flow", title: "From spot to spot", n: rows.size, assumptions: ASSUMPTIONS,
          columns: ["released nearest to", "recaptured nearest to", "fish"],
          rows: pair_rows(pairs),
          chart: { kind: "bars", x: "released nearest to", y: "recaptured there, %",
                   bars: stays.map { |stay| Words.bar(stay[:from], stay) } },
          worked_out: "Each place counts for its nearest spot; shares with Wilson's interval.",
          source: "Wilson (1927), J. Am. Stat. Assoc. 22, 209-212"
        }
        return none(common, rows) if stays.empty?

        Answer.new(**common, sentence: flow_words(stays.first))
      end

      def on_grid(row)
        from, to = ends(row).map { |place| Geography::CoarsePlace.of(*place).values }
        { **row, from_lat: from[0], from_lon: from[1], to_lat: to[0], to_lon: to[1],
                 km: km_between_cells(row) }
      end

      # A point is one fish, whose days its story tells too: so no more than the story tells.
      def km_between_cells(row) = Geography::CoarsePlace.between_m(*ends(row)) / 1000

      def ends(row) = [row.values_at(:from_lat, :from_lon), row.values_at(:to_lat, :to_lon)]

      def cells_named(answer)
        words = Text.of(
          "answers.movement_answers.places_are_the_middles_of", worked_out: answer.worked_out
        )
        answer.dup.tap do |copy|
          copy.worked_out = words.sub("Distance by water", "Distance")
          copy.sentence = answer.sentence&.sub(" by water", " from cell to cell")
            &.sub("half of them within 0 km", "half of them in the same cell")
        end
      end

      # Pairs of few fish are put together, so that no row is about one fish.
      def pair_rows(pairs)
        many, few = pairs.tally.partition { |_, fish| fish >= LEAST_OF_A_PAIR }
        rows = many.sort_by do |(from, to), fish|
          [from, -fish, to]
        end.map { |pair, fish| [*pair, fish] }
        others = few.sum { |_, fish| fish }
        others >= LEAST_OF_A_PAIR ? [*rows, [ELSEWHERE, ELSEWHERE, others]] : rows
      end

      def flow_words(most)
        Text.of(
          "answers.movement_answers.of_released_at_were_recaptured", of: Words.fish(most[:of]),
          from: most[:from], most: Words.percent_of(most)
        )
      end

      def stay(from, pairs)
        here = pairs.count { |_, to| to == from }
        { from:, of: pairs.size, **Estimates::Rates.wilson(here, pairs.size) }
      end

      def nearest(spots, lat, lon)
        narrow = Math.cos(lat * Math::PI / 180)
        spots.min_by do |spot|
          east = Geography::Longitude.near(spot.lon_deg, lon) - lon
          ((spot.lat_deg - lat)**2) + ((east * narrow)**2)
        end&.name || "unknown"
      end

      def median(values) = values.sort[values.size / 2]

      def reach(rows)
        km = rows.map { |row| row[:km] }
        common = {
          key: "reach",
          title: "How far away they are recaptured",
          n: rows.size,
          assumptions: ASSUMPTIONS,
          columns: ["within, km", "fish", "of", "share", "95 % from", "to"],
          chart: {
            kind: "scatter",
            x: "days at liberty",
            y: "km between 5 km cells",
            points: rows.map { |row| [row[:days], km_between_cells(row)] },
            line: []
          },
          worked_out:
            Text.of("answers.movement_answers.distance_by_water_between_the"),
          source: "Wilson (1927), J. Am. Stat. Assoc. 22, 209-212"
        }
        return none(common, rows) if rows.size < LEAST_FISH

        within = Estimates::Movement.within(km)
        Answer.new(
          **common,
          sentence: Text.of(
            "answers.movement_answers.of_recaptured_where_people_fish",
            rows: Words.fish(rows.size), within: Words.percent_of(within.first),
            ceil: median(km).ceil
          ),
          rows: within.map do |stay|
            [stay[:km], stay[:count], rows.size, *%i[share low high].map do |key|
              stay[key].round(3)
            end]
          end
        )
      end

      def way(rows)
        moved = rows.select { |row| row[:km] >= LEAST_KM }
        bearings = moved.map do |row|
          Estimates::Movement.bearing_deg(*row.values_at(:from_lat, :from_lon, :to_lat, :to_lon))
        end
        counts = bearings.map { |bearing| way_name(bearing) }.tally
        common = {
          key: "way",
          title: "Direction of movement",
          n: moved.size,
          assumptions: ASSUMPTIONS,
          columns: %w[way fish],
          rows: WAYS.map { |name| [name, counts.fetch(name, 0)] },
          chart: {
            kind: "bars",
            x: "recaptured towards",
            y: "fish",
            bars: WAYS.map { |name| [name, counts.fetch(name, 0), nil, nil] }
          },
          worked_out:
            Text.of("answers.movement_answers.bearing_from_the_first_place"),
          source: "Zar (2010), Biostatistical Analysis, eq. 27.4"
        }
        return none(common, moved) if moved.size < LEAST_FISH

        Answer.new(**common, sentence: way_words(Estimates::Movement.heading(bearings)))
      end

      def way_words(fit)
        chance = fit.p < 0.0001 ? "under 1 in 10,000" : format("%.3f", fit.p)
        if fit.p > 0.05
          return (
            Text.of(
              "answers.movement_answers.no_direction", n: Words.fish(fit.n), chance:
            )
          )
        end

        name = way_name(fit.mean_deg)
        format(
          Text.of("answers.movement_answers.main_direction"),
          fish: Words.fish(fit.n),
          name:,
          mean: fit.mean_deg,
          r: fit.concentration,
          chance:
        )
      end

      def way_name(bearing_deg) = WAYS[((bearing_deg + 22.5) % 360 / 45).floor]

      # An answer without table and picture, because each would tell of single fish.
      def none(common, fish)
        Answer.new(**common.except(:rows, :columns, :chart), missing: too_few(fish))
      end

      def too_few(rows)
        "This needs #{LEAST_FISH} fish recaptured elsewhere: #{LEAST_FISH - rows.size} more."
      end
      private_class_method :reach, :distance, :asked_days, :about, :by_time, :distance_words,
        :flow, :none, :pair_rows, :on_grid, :ends, :km_between_cells, :cells_named, :flow_words,
        :stay, :nearest, :median, :way, :way_words, :way_name, :too_few
    end
  end
end
