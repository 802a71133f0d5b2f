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
        @columns = factors.flat_map do |factor, reference|
          levels = @rows.map { |row| row[factor] }.uniq.sort - [reference]
          levels.map { |level| [factor, level] }
        end
        @returned, @years = %i[returned years].map do |name|
          Numo::DFloat.cast(@rows.map { |row| row[name] })
        end
      end

      def fit
        return nil if @rows.size <= @columns.size

        @design = Numo::DFloat.cast(@rows.map { |row| line(row) })
        logs, information, expected = solve || (return nil)
        variance = information.inverse
        dispersion = freedom.zero? ? 1.0 : pearson(expected) / freedom
        errors = errors(variance, expected, dispersion)
        terms = [[nil, nil], *@columns].map.with_index do |(factor, level), i|
          Term.new(factor:, level:, log: logs[i], error: errors[i])
        end
        Fit.new(terms:, deviance: deviance(expected), freedom:, dispersion:)
      rescue ExceptionForMatrix::ErrNotRegular
        nil
      end

      private

      def freedom = @rows.size - @columns.size - 1

      def line(row) = [1.0, *@columns.map { |factor, level| row[factor] == level ? 1.0 : 0.0 }]

      # [logs, information, expected counts], or nil when it runs away.
      def solve
        logs = start or return nil
        MOST_ROUNDS.times do
          expected = @years * Numo::NMath.exp(@design.dot(logs))
          information = crossed(expected)
          step = Numo::DFloat.cast(
            information.lup.solve(Vector[*@design.transpose.dot(@returned - expected).to_a]).to_a
          )
          logs += step
          return nil if logs.to_a.any? { |log| !log.finite? || log.abs > RUN_AWAY }
          return [logs.to_a, information, expected] if step.abs.max < 1e-10
        end
        nil
      end

      def start
        rate = @returned.sum / @years.sum
        Numo::DFloat[Math.log(rate), *([0.0] * @columns.size)] if rate.positive?
      end

      # Cross product of the design with itself, rows weighted.
      def crossed(weights)
        Matrix.rows(@design.transpose.dot(@design * weights.reshape(@rows.size, 1)).to_a)
      end

      def errors(variance, expected, dispersion)
        case @errors
        when :counts
          widen = dispersion > WIDENED_FROM ? Math.sqrt(dispersion) : 1.0
          roots(variance).map { |error| error * widen }
        when :fish
          widen = spent or return [Float::INFINITY] * (@columns.size + 1)
          roots(variance * crossed(of_fish(expected)) * variance).map { |error| error * widen }
        else clustered(variance, expected, dispersion)
        end
      end

      # Each level takes something of what the returns can tell; nil where they cannot pay for all.
      def spent
        back = @returned.sum
        left = back - @columns.size - 1
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

        pulls = Numo::DFloat.cast(
          places.map { |rows| @design[rows, true].transpose.dot(off[rows]).to_a }
        )
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
