# frozen_string_literal: true

require "matrix"
require "numo/narray"

module Core
  module Estimates
    # Returns counted against the time that fish were at large, each thing that was done to them
    # adjusted for the others.
    #
    #   rows:    [{ returned: Integer, years: Float > 0, hook: "deep", ... }]
    #   factors: { hook: "shallow", air: "within", ... }, each with the level it is compared to
    #   errors:  :counts, widened by the dispersion where it is over 1.5 (quasi-Poisson);
    #            :fish, where years is a number of fish that each come back once or never, so that
    #            ratios are those of shares (Zou); or the key of a cluster whose rows are not
    #            independent (Liang and Zeger), with Student's t of one degree of freedom less than
    #            there are clusters
    #
    # Source: generalised linear model with log link, Nelder and Wedderburn (1972), J. R. Stat. Soc.
    # A 135, 370-384, by iteratively reweighted least squares; Liang and Zeger (1986), Biometrika
    # 73, 13-22; Zou (2004), Am. J. Epidemiol. 159, 702-706.
    class PoissonRegression
      Term = Struct.new(:factor, :level, :log, :error, keyword_init: true) do
        def ratio = Returns::Ratio.around(Math.exp(log), error)
      end
      Fit = Struct.new(:terms, :deviance, :freedom, :dispersion, keyword_init: true) do
        def of(factor, level) = terms.find { |term| term.factor == factor && term.level == level }
      end
      WIDENED_FROM = 1.5
      MOST_ROUNDS = 60
      # A log rate beyond this belongs to a level of which nothing came back.
      RUN_AWAY = 30

      # Returns a Fit, or nil when the rows cannot tell the factors apart.
      def self.fit(rows, factors, errors: :counts) = new(rows, factors, errors).fit

      # { factor => the level with most returns }, to compare the others to.
      def self.commonest(rows, factors)
        factors.to_h do |factor|
          level = rows.group_by { |row| row[factor] }
            .max_by { |_, here| here.sum { |row| row[:returned] } }&.first
          [factor, level]
        end
      end

      def initialize(rows, factors, errors)
        @errors = errors
        @rows = rows.select { |row| row[:years].positive? }
        @factors = [Factor.of_all(@rows.size)] +
          factors.map { |name, reference| Factor.of(name, reference, @rows) }.select(&:varies?)
        @columns = @factors.flat_map { |factor| factor.levels.drop(1).map { [factor.name, _1] } }
        @returned, @years = %i[returned years].map do |name|
          Numo::DFloat.cast(@rows.map { |row| row[name] })
        end
      end

      # One factor: its level in each row as a number, 0 for the reference. Every other level is a
      # column of the fit. Numbers take far less room than a table of zeros and ones.
      Factor = Struct.new(:name, :levels, :codes) do
        def self.of(name, reference, rows)
          levels = [reference, *(rows.map { |row| row[name] }.uniq.sort - [reference])]
          numbers = levels.each_with_index.to_h
          new(name, levels, Numo::Int32.cast(rows.map { |row| numbers.fetch(row[name]) }))
        end

        # The intercept: one level for all rows.
        def self.of_all(size) = new(nil, [:none, nil], Numo::Int32.ones(size))

        def varies? = levels.size > 1

        # Sums of a value by level: Numo::DFloat
        def sums(values, rows: true)
          codes[rows].bincount(values, minlength: levels.size)[1..]
        end

        # Sums by the levels of this one, along rows, and of another.
        def sums_with(other, values)
          wide = other.levels.size
          ((codes * wide) + other.codes).bincount(values, minlength: levels.size * wide)
            .reshape(levels.size, wide)[1.., 1..]
        end
      end
      private_constant :Factor

      def fit
        return nil if @rows.size < @columns.size

        logs, information, expected = solve || (return nil)
        variance = information.inverse
        dispersion = freedom.zero? ? 1.0 : pearson(expected) / freedom
        errors = errors(variance, expected, dispersion)
        terms = @columns.map.with_index do |(factor, level), i|
          Term.new(factor:, level:, log: logs[i], error: errors[i])
        end
        Fit.new(terms:, deviance: deviance(expected), freedom:, dispersion:)
      rescue ExceptionForMatrix::ErrNotRegular
        nil
      end

      private

      def freedom = @rows.size - @columns.size

      # [logs, information, expected counts], or nil when it runs away.
      def solve
        logs = start or return nil
        MOST_ROUNDS.times do
          expected = @years * rates(logs)
          information = crossed(expected)
          step = information.lup.solve(Vector[*sums(@returned - expected)]).to_a
          logs = logs.zip(step).map(&:sum)
          return nil if logs.any? { |log| !log.finite? || log.abs > RUN_AWAY }
          return [logs, information, expected] if step.map(&:abs).max < 1e-10
        end
        nil
      end

      def start
        rate = @returned.sum / @years.sum
        [Math.log(rate), *([0.0] * (@columns.size - 1))] if rate.positive?
      end

      # Returns a year at large, by row.
      def rates(logs)
        left = logs.dup
        log = Numo::DFloat.zeros(@rows.size)
        @factors.each do |factor|
          log += Numo::DFloat[0.0, *left.shift(factor.levels.size - 1)][factor.codes]
        end
        Numo::NMath.exp(log)
      end

      # Sums of a value by column. rows: the rows that the values belong to
      def sums(values, rows: true)
        @factors.flat_map { |factor| factor.sums(values, rows:).to_a }
      end

      # Cross product of the columns with each other, rows weighted.
      def crossed(weights)
        blocks = @factors.map do |down|
          Numo::DFloat.hstack(@factors.map { |across| down.sums_with(across, weights) })
        end
        Matrix.rows(Numo::DFloat.vstack(blocks).to_a)
      end

      def errors(variance, expected, dispersion)
        case @errors
        when :counts
          widen = dispersion > WIDENED_FROM ? Math.sqrt(dispersion) : 1.0
          roots(variance).map { |error| error * widen }
        when :fish
          widen = spent or return [Float::INFINITY] * @columns.size
          roots(variance * crossed(of_fish(expected)) * variance).map { |error| error * widen }
        else clustered(variance, expected, dispersion)
        end
      end

      # Each level takes something of what the returns can tell; nil where they cannot pay for all.
      def spent
        back = @returned.sum
        left = back - @columns.size
        Math.sqrt(back / left) if left.positive?
      end

      def roots(variance) = variance.each(:diagonal).map { |square| Math.sqrt([square, 0].max) }

      # Sum of squared residuals of each row's fish: some came back, others did not.
      def of_fish(expected)
        share = expected / @years
        (@returned * ((1 - share)**2)) + ((@years - @returned) * (share**2))
      end

      # As wide as Student's t makes them, so that the normal law's limits are those of t.
      def clustered(variance, expected, dispersion)
        off = @returned - expected
        places = @rows.each_index.group_by { |i| @rows[i][@errors] }.values
        count = places.size
        return roots(variance * [dispersion, 1.0].max) if count < 2

        pulls = Numo::DFloat.cast(places.map { |rows| sums(off[rows], rows:) })
        middle = Matrix.rows(pulls.transpose.dot(pulls).to_a)
        wide = NormalLaw.t95(count - 1) / Rates::Z95 * Math.sqrt(count / (count - 1.0))
        roots(variance * middle * variance).map { |error| error * wide }
      end

      def deviance(expected)
        @rows.zip(expected.to_a).sum do |row, mean|
          seen = row[:returned]
          2 * ((seen.zero? ? 0.0 : seen * Math.log(seen / mean)) - (seen - mean))
        end
      end

      def pearson(expected) = (((@returned - expected)**2) / expected).sum
    end
  end
end
