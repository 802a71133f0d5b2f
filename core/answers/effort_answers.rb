# frozen_string_literal: true

module Core
  module Answers
    # Catch per rod hour, by month and by year.
    module EffortAnswers
      # Fewer trips than these say nothing of a month or a water.
      LEAST_TRIPS = 5
      ASSUMPTIONS = [
        {
          key: "every_fish_recorded",
          text: "Every fish that was caught is recorded, tagged or not."
        },
        { key: "hours_as_fished", text: "Hours are those with a line in the water, as recorded." }
      ].freeze
      METHOD =
        Text.of("answers.effort_answers.fish_divided_by_rod_hours")
      ADJUSTED =
        Text.of("answers.effort_answers.fish_counted_against_rod_hours")
      SOURCE =
        Text.of("answers.effort_answers.effort_sources")

      # Fish of some trips in ten rod hours, a number that people can picture.
      class Rate
        PER_HOURS = 10
        attr_reader :trips, :rod_hours, :fish

        def initialize(rows)
          @rows = rows
          @trips = rows.size
          @rod_hours, @fish = %i[rod_hours fish].map { |key| rows.sum { |row| row[key] } }
        end

        # [middle, low, high]
        def span
          [fish, *limits].map { |count| count * PER_HOURS / rod_hours }
        end

        def figures = [trips, rod_hours.round(1), fish, *span.map { |limit| limit.round(1) }]

        # Variance of the rate over that of a Poisson count, at least 1.
        def widening
          return 1.0 if fish.zero? || error.nil?

          [(error**2) * fish, 1.0].max
        end

        private

        # Limits of the count by clusters, on the logarithm, or Poisson limits if those are wider.
        def limits
          plain = Estimates::PoissonLimits.of(fish)
          return plain if fish.zero? || error.nil?

          spread = Math.exp(Estimates::NormalLaw.t95(clusters.size - 1) * error)
          [[plain[0], fish / spread].min, [plain[1], fish * spread].max]
        end

        # Standard error of the logarithm of the rate, nil of a single cluster.
        def error
          count = clusters.size
          return if count < 2

          square = clusters.sum do |rows|
            caught, hours = %i[fish rod_hours].map { |key| rows.sum { |row| row[key] } }
            (caught - (fish / rod_hours * hours))**2
          end
          Math.sqrt(square * count / (count - 1.0)) / fish
        end

        def clusters
          @clusters ||= @rows.group_by { |row| row[:angler] }.values.then do |anglers|
            anglers.one? ? @rows.zip : anglers
          end
        end
      end

      module_function

      # trips: [{ year:, month:, water:, spot:, angler:, rod_hours: Float, fish: }], see Store::Water#efforts
      # untold: trips that did not say how long they fished
      def of(trips, untold:) = [by_month(trips, untold), by_year(trips)]

      def by_month(trips, untold)
        enough = trips.size >= LEAST_TRIPS
        months = rates(trips, :month)
        Answer.new(
          key: "catch_per_hour", title: "Fish per hour of fishing", n: trips.size,
          missing: enough ? nil : missing(trips.size, untold),
          sentence: enough ? sentence(Rate.new(trips), months, untold) : nil,
          chart: enough ? bars(months) : nil,
          columns: [
            "water", "month", "trips", "rod hours", "fish", "per 10 rod hours", "95 % from", "to"
          ],
          rows: rates(trips, :water, :month).map do |(water, month), rate|
            [water, name(month), *rate.figures]
          end,
          worked_out: METHOD, source: SOURCE, assumptions: ASSUMPTIONS
        )
      end

      # The same spots and months compared between years, with the first that has a fish.
      def by_year(trips)
        years = trips.map { |row| row[:year] }.uniq.sort
        with_fish = trips.filter_map { |row| row[:year] if row[:fish].positive? }.uniq.sort
        first = with_fish.first
        later = years.select { |year| first && year > first }
        ratios = first && trips.size >= LEAST_TRIPS ? ratios(trips, with_fish, later) : []
        Answer.new(
          key: "catch_by_year", title: "Year against year", n: trips.size,
          missing: ratios.empty? ? no_years(later) : nil,
          sentence: ratios.any? ? against(first, *ratios.last) : nil,
          chart: ratios.any? ? forest(first, ratios) : nil,
          columns: ["year", "times the first year", "95 % from", "to"],
          rows: ratios.map { |year, ratio| [year, *rounded(ratio, 2)] },
          worked_out: ADJUSTED, source: SOURCE, assumptions: ASSUMPTIONS
        )
      end

      # [[year, Ratio], ...]; a year without a fish is no level of the fit, and told apart.
      #   with_fish: years with a fish, in order
      def ratios(trips, with_fish, later)
        first = with_fish.first
        fit = fit(trips.select { |row| with_fish.include?(row[:year]) }, first)
        later.filter_map do |year|
          if with_fish.include?(year)
            term = fit&.of(:year, year)
            [year, term.ratio] if term && term.error < MOST_ERROR
          else
            none(trips, first, year)
          end
        end
      end
      # A year of which no month or spot is shared with another cannot be compared.
      MOST_ERROR = 3.0

      # In the months and spots of that year, at the rates of the first one.
      def none(trips, first, year)
        here = trips.select { |row| row[:year] == year }
        before = trips.select { |row| row[:year] == first }
        alike = before.select { |row| here.any? { |other| other[:month] == row[:month] } }
        alike = before if alike.sum { |row| row[:fish] }.zero?
        rate = Rate.new(alike)
        expected = rate.fish / rate.rod_hours * Rate.new(here).rod_hours
        high = Estimates::PoissonLimits.of(0).last * rate.widening / expected
        [year, Estimates::Returns::Ratio.new(ratio: 0.0, low: 0.0, high:)]
      end

      def rates(trips, *keys)
        groups = trips.group_by { |row| keys.one? ? row[keys[0]] : row.values_at(*keys) }
        groups.sort.map { |key, rows| [key, Rate.new(rows)] }
      end

      def missing(known, untold)
        Text.of(
          "answers.effort_answers.recorded_how_long_they_fished", known:,
          trips: known == 1 ? "trip" : "trips", least_trips: LEAST_TRIPS, untold:
        )
      end

      def no_years(later)
        return "This needs two years of trips that recorded how long they fished." if later.empty?

        "Years cannot be separated from months and spots yet: too few trips in common."
      end

      def sentence(all, months, untold)
        month, best =
          months.select { |_, rate| rate.trips >= LEAST_TRIPS }.max_by { |_, rate| rate.span[0] }
        peak = best ? " Most in #{name(month)}: #{Words.span(*best.span, 1)}." : ""
        left = untold.positive? ? " #{untold} trips did not record how long they fished." : ""
        Text.of(
          "answers.effort_answers.fish_in_rod_hours_over", all: Words.span(*all.span, 1),
          per_hours: Rate::PER_HOURS, trips: all.trips, peak:, left:
        )
      end

      def bars(months)
        rows = months.map { |month, rate| [name(month), *rate.span.map { |limit| limit.round(2) }] }
        { kind: "bars", x: "month", y: "fish in #{Rate::PER_HOURS} rod hours", bars: rows }
      end

      def fit(trips, first_year)
        cells = trips.group_by do |row|
          row.slice(:year, :month, :spot, :angler)
        end.map do |cell, rows|
          rate = Rate.new(rows)
          { **cell, returned: rate.fish, years: rate.rod_hours }
        end
        commonest = %i[month spot].to_h do |key|
          [key, rates(trips, key).max_by { |_, rate| rate.rod_hours }.first]
        end
        Estimates::PoissonRegression.fit(
          cells, { year: first_year, **commonest }, errors: :angler
        )
      end

      def against(first, year, ratio)
        chance = ratio.low > 1 || ratio.high < 1 ? "" : ". This could be chance"
        Text.of(
          "answers.effort_answers.in_for_as_much_fishing", year:,
          fish: Words.ratio(ratio).sub("times as often", "times as many fish"), first:, chance:
        )
      end

      def forest(first, ratios)
        rows = ratios.map { |year, ratio| [year.to_s, *rounded(ratio, 3)] }
        { kind: "forest", x: "times as many as in #{first}", y: "year", bars: rows }
      end

      def rounded(ratio, digits)
        [ratio.ratio, ratio.low, ratio.high].map { |limit| limit.round(digits) }
      end

      def name(month) = Units::MONTHS[month - 1]
      private_class_method :by_month, :by_year, :ratios, :none, :rates, :missing,
        :no_years, :sentence, :bars, :fit, :against, :forest, :rounded, :name
    end
  end
end
