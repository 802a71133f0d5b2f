# frozen_string_literal: true

require "numo/narray"

module Core
  module Estimates
    # Likelihood of both lengths of fish that each grow towards their own asymptotic length, and its
    # slopes by the parameters. Works on whole arrays, as a fit calls it hundreds of times.
    #
    #   rows: as IndividualGrowth takes them
    #   Points, all as logarithms: the mean length that fish grow to, its spread as a share, K, the
    #   middle of K times the age at tagging, and its spread.
    #
    # Source: as IndividualGrowth; slopes by the chain rule.
    class IndividualLikelihood
      # Own lengths stand at so many points of their law, from so many deviations below to above.
      LENGTHS, WIDEST = 31, 3.2
      # No fish is nearer to its own length than by this share of it.
      MOST_REACHED = 0.998
      # No own length is under this share of the mean.
      LEAST_SHARE = 0.05
      LEAST_CHANCE = 1e-300
      FARTHEST = 8

      attr_reader :first

      def initialize(rows)
        @first, second, @years = %i[l1_mm l2_mm years].map { |name| column(rows, name) }
        @between = second - @first
        @first_var, @second_var = %i[sd1_mm sd2_mm].map { |name| column(rows, name)**2 }
        step = 2 * WIDEST / (LENGTHS - 1)
        # Own lengths lie along rows, fish along columns.
        @deviates = (Numo::DFloat.new(LENGTHS, 1).seq * step) - WIDEST
        @weights = Numo::NMath.exp((@deviates**2) * -0.5) * (step / Math.sqrt(2 * Math::PI))
      end

      # Float; infinite where a parameter is beyond all sense.
      def minus_log(point)
        return Float::INFINITY if point.drop(1).any? { |x| x.abs > FARTHEST }

        -Numo::NMath.log(terms_at(point).sums).sum
      end

      # [Float], by each parameter; to be asked where #minus_log is finite.
      def slopes(point)
        terms = terms_at(point)
        _, _, log_k, _, log_age_spread = point
        shares = terms.chances / terms.sums
        by_length = by_own_length(terms) * shares
        [
          by_length * terms.linf,
          by_length * terms.by_spread,
          by_kept(terms) * terms.kept * @years * -Math.exp(log_k) * shares,
          terms.age * shares * Math.exp(-log_age_spread),
          ((terms.age**2) - 1) * shares
        ].map { |by| -by.sum }
      end

      private

      # linf: own lengths;  by_spread: how they change with the spread;  reached, left: of it at the
      # first length;  waited: K times the age;  age: the same as deviations from the middle;
      # kept: share of what was left at the first that is left at the second;  variance, off: of
      # the second length;  chances: of each fish and own length;  sums: of each fish
      Terms = Struct.new(:linf, :by_spread, :is_free, :reached, :left, :waited, :age, :age_spread,
        :kept, :variance, :off, :chances, :sums, keyword_init: true)

      def column(rows, name) = Numo::DFloat.cast(rows.map { |row| row[name] })

      # A fit asks for the value at a point and then for the slopes there, so the last one is kept.
      def terms_at(point)
        return @terms if @point == point

        @point = point
        @terms = work_out(*point)
      end

      def work_out(log_linf, log_spread, log_k, log_age, log_age_spread)
        far = @deviates * Math.exp(log_spread)
        linf = (far + 1).clip(LEAST_SHARE, nil) * Math.exp(log_linf)
        reached = @first / linf
        is_free = Numo::DFloat.cast(reached < MOST_REACHED)
        reached = reached.clip(0, MOST_REACHED)
        waited = -Numo::NMath.log(1 - reached)
        terms = Terms.new(
          linf:, by_spread: far * Math.exp(log_linf) * (far > LEAST_SHARE - 1), is_free:, reached:,
          left: linf * (1 - reached), waited:, age_spread: Math.exp(log_age_spread),
          age: (Numo::NMath.log(waited) - log_age) * Math.exp(-log_age_spread)
        )
        second_length(terms, Numo::NMath.exp(@years * -Math.exp(log_k)))
      end

      # An error of the first fades as the fish grows on.
      def second_length(terms, kept)
        terms.kept = kept
        terms.variance = @second_var + (@first_var * (kept**2))
        terms.off = @between - (terms.left * (1 - kept))
        # The density of the first length follows from the law of ages.
        exponent = ((terms.age**2) + (terms.off * terms.off / terms.variance)) * -0.5
        terms.chances = Numo::NMath.exp(exponent) * @weights /
          (terms.waited * terms.left * Numo::NMath.sqrt(terms.variance) * terms.age_spread)
        terms.sums = terms.chances.sum(axis: 0).clip(LEAST_CHANCE, nil)
        terms
      end

      # Slope of the log density by the own length. A share held at its bound does not change.
      def by_own_length(terms)
        per_wait = -(terms.is_free * terms.reached) / (terms.linf * (1 - terms.reached))
        per_wait /= terms.waited
        left_moves = 1 - ((1 - terms.is_free) * terms.reached)
        -(((terms.age / terms.age_spread) + 1) * per_wait) +
          (left_moves * ((terms.off * (1 - terms.kept) / terms.variance) - (1 / terms.left)))
      end

      # Slope of the log density by the share that is left at the second length.
      def by_kept(terms)
        pull = terms.off / terms.variance
        -(pull * terms.left) + (((terms.off * pull) - 1) / terms.variance * @first_var * terms.kept)
      end
    end
  end
end
