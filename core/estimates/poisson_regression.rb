# frozen_string_literal: true

require "matrix"

module Core
  module Estimates
    # Returns counted against the time that fish were at large, each thing that was done to them
    # adjusted for the others.
    #
    #   rows:    [{ returned: Integer, years: Float > 0, hook: "deep", ... }]
    #   factors: { hook: "shallow", air: "within", ... }, each with the level it is compared to
    #
    # Source: generalised linear model with log link, Nelder and Wedderburn (1972), J. R. Stat. Soc.
    # A 135, 370-384, by iteratively reweighted least squares; errors widened by the dispersion
    # where it is over 1.5 (quasi-Poisson).
    class PoissonRegression
      Term = Struct.new(:factor, :level, :log, :error, keyword_init: true) do
        def ratio
          low, middle, high = [-Rates::Z95, 0, Rates::Z95].map { |z| Math.exp(log + (z * error)) }
          Returns::Ratio.new(ratio: middle, low:, high:)
        end
      end
      Fit = Struct.new(:terms, :deviance, :freedom, :dispersion, keyword_init: true) do
        def of(factor, level) = terms.find { |term| term.factor == factor && term.level == level }
      end
      WIDENED_FROM = 1.5
      MOST_ROUNDS = 60

      # Returns a Fit, or nil when the rows cannot tell the factors apart.
      def self.fit(rows, factors) = new(rows, factors).fit

      def initialize(rows, factors)
        @rows = rows.select { |row| row[:years].positive? }
        @columns = factors.flat_map do |factor, reference|
          levels = @rows.map { |row| row[factor] }.uniq.sort - [reference]
          levels.map { |level| [factor, level] }
        end
      end

      def fit
        return nil if @rows.size <= @columns.size

        design = Matrix.rows(@rows.map { |row| line(row) })
        found = solve(design) or return nil
        logs, information, expected = found
        dispersion = pearson(expected) / freedom
        variances = information.inverse.each(:diagonal).to_a
        widen = dispersion > WIDENED_FROM ? Math.sqrt(dispersion) : 1.0
        terms = [[nil, nil], *@columns].map.with_index do |(factor, level), i|
          Term.new(factor:, level:, log: logs[i], error: Math.sqrt(variances[i]) * widen)
        end
        Fit.new(terms:, deviance: deviance(expected), freedom:, dispersion:)
      rescue ExceptionForMatrix::ErrNotRegular
        nil
      end

      private

      def freedom = @rows.size - @columns.size - 1

      def line(row) = [1.0, *@columns.map { |factor, level| row[factor] == level ? 1.0 : 0.0 }]

      # [logs, information, expected counts], or nil when it runs away.
      def solve(design)
        logs = start or return nil
        across = design.transpose
        MOST_ROUNDS.times do
          expected = (design * logs).to_a.zip(@rows).map { |log, row| row[:years] * Math.exp(log) }
          information = across * weighted(design, expected)
          off = @rows.zip(expected).map { |row, one| row[:returned] - one }
          step = information.lup.solve(across * Vector[*off])
          logs += step
          return nil if logs.any? { |one| !one.finite? || one.abs > RUN_AWAY }
          return [logs.to_a, information, expected] if step.all? { |one| one.abs < 1e-10 }
        end
        nil
      end
      # A log rate beyond this belongs to a level of which nothing came back.
      RUN_AWAY = 30

      def start
        rate = @rows.sum { |row| row[:returned] } / @rows.sum { |row| row[:years] }
        Vector[Math.log(rate), *([0.0] * @columns.size)] if rate.positive?
      end

      def weighted(design, weights)
        Matrix.rows(design.to_a.zip(weights).map { |row, weight| row.map { |x| x * weight } })
      end

      def deviance(expected)
        @rows.zip(expected).sum do |row, one|
          seen = row[:returned]
          2 * ((seen.zero? ? 0.0 : seen * Math.log(seen / one)) - (seen - one))
        end
      end

      def pearson(expected)
        @rows.zip(expected).sum { |row, one| ((row[:returned] - one)**2) / one }
      end
    end
  end
end
