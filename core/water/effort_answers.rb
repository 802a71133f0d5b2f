# frozen_string_literal: true

module Core
  module Water
    # How many fish for how much fishing. W8.
    module EffortAnswers
      # Fewer trips than these say nothing of a month or a water.
      LEAST_TRIPS = 5
      ASSUMPTIONS = [
        {
          key: "every_fish_recorded",
          text: "Every fish that was caught is recorded, tagged or not."
        },
        { key: "hours_as_fished", text: "Hours are those with a line in the water, as told." }
      ].freeze
      METHOD =
        "Fish divided by rod hours (hours with a line in the water, times rods) of the trips " \
          "that told them, also of those without a fish; limits of a Poisson count, widened " \
          "where trips differ more than chance."
      ADJUSTED =
        "Fish counted against rod hours, months and spots adjusted for; errors widened by the " \
          "dispersion where it is over 1.5."
      SOURCE =
        "Garwood (1936), Biometrika 28, 437-442; Nelder and Wedderburn (1972), J. R. Stat. Soc. " \
          "A 135, 370-384"

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
          limits = Estimates::PoissonLimits.of(fish)
          [fish, *limits.map { |limit| [fish + (wider * (limit - fish)), 0].max }]
            .map { |one| one * PER_HOURS / rod_hours }
        end

        def figures = [trips, rod_hours.round(1), fish, *span.map { |one| one.round(1) }]

        private

        # Trips that differ more than chance make it.
        def wider
          return 1.0 if trips < LEAST_TRIPS || fish.zero?

          off = @rows.sum do |row|
            expected = fish / rod_hours * row[:rod_hours]
            ((row[:fish] - expected)**2) / expected
          end
          Math.sqrt([off / (trips - 1), 1.0].max)
        end
      end

      module_function

      # trips: [{ year:, month:, water:, spot:, rod_hours: Float, fish: }], see Store::Water#efforts
      # untold: trips that did not say how long they fished
      def of(trips, untold:) = [by_month(trips, untold), by_year(trips)]

      def by_month(trips, untold)
        told = trips.size >= LEAST_TRIPS
        months = rates(trips, :month)
        Answer.new(
          key: "catch_per_hour", title: "Fish for fishing", n: trips.size,
          missing: told ? nil : missing(trips.size, untold),
          sentence: told ? sentence(Rate.new(trips), months, untold) : nil,
          chart: told ? bars(months) : nil,
          columns: [
            "water", "month", "trips", "rod hours", "fish", "per 10 rod hours", "95 % from", "to"
          ],
          rows: rates(trips, :water, :month).map do |(water, month), rate|
            [water, name(month), *rate.figures]
          end,
          worked_out: METHOD, source: SOURCE, assumptions: ASSUMPTIONS
        )
      end

      # The same spots and months compared between years.
      def by_year(trips)
        first, *later = trips.map { |row| row[:year] }.uniq.sort
        fit = fit(trips, first) if later.any? && trips.size >= LEAST_TRIPS
        ratios = later.filter_map { |year| fit && (one = fit.of(:year, year)) && [year, one.ratio] }
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

      def rates(trips, *keys)
        groups = trips.group_by { |row| keys.one? ? row[keys[0]] : row.values_at(*keys) }
        groups.sort.map { |key, rows| [key, Rate.new(rows)] }
      end

      def missing(told, untold)
        "#{told} #{told == 1 ? 'trip has' : 'trips have'} told how long they fished, " \
          "#{LEAST_TRIPS} are needed; #{untold} have not. Dockside asks for it."
      end

      def no_years(later)
        return "It takes two years of trips that told how long they fished." if later.empty?

        "Years cannot be told apart from months and spots yet: too few trips in common."
      end

      def sentence(all, months, untold)
        month, best =
          months.select { |_, rate| rate.trips >= LEAST_TRIPS }.max_by { |_, rate| rate.span[0] }
        peak = best ? " Most in #{name(month)}: #{Words.span(*best.span, 1)}." : ""
        left = untold.positive? ? " #{untold} trips did not say how long they fished." : ""
        "#{Words.span(*all.span, 1)} fish in #{Rate::PER_HOURS} rod hours, over " \
          "#{all.trips} trips.#{peak}#{left}"
      end

      def bars(months)
        rows = months.map { |month, rate| [name(month), *rate.span.map { |one| one.round(2) }] }
        { kind: "bars", x: "month", y: "fish in #{Rate::PER_HOURS} rod hours", bars: rows }
      end

      def fit(trips, first_year)
        cells = trips.group_by { |row| row.slice(:year, :month, :spot) }.map do |cell, rows|
          rate = Rate.new(rows)
          { **cell, returned: rate.fish, years: rate.rod_hours }
        end
        commonest = %i[month spot].to_h do |key|
          [key, rates(trips, key).max_by { |_, rate| rate.rod_hours }.first]
        end
        Estimates::PoissonRegression.fit(cells, { year: first_year, **commonest })
      end

      def against(first, year, ratio)
        chance = ratio.low > 1 || ratio.high < 1 ? "" : ", which chance alone may do"
        "In #{year} #{Words.ratio(ratio).sub('times as often',
          'times as many fish')} for as much " \
          "fishing as in #{first}, months and spots alike#{chance}."
      end

      def forest(first, ratios)
        rows = ratios.map { |year, ratio| [year.to_s, *rounded(ratio, 3)] }
        { kind: "forest", x: "times as many as in #{first}", y: "year", bars: rows }
      end

      def rounded(ratio, digits)
        [ratio.ratio, ratio.low, ratio.high].map { |one| one.round(digits) }
      end

      def name(month) = Units::MONTHS[month - 1]
      private_class_method :by_month, :by_year, :rates, :missing, :no_years, :sentence, :bars, :fit,
        :against, :forest, :rounded, :name
    end
  end
end
