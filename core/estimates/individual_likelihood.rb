# frozen_string_literal: true

require "numo/narray"

module Core
  module Estimates
    # How likely both lengths of fish that each grow towards a length of their own are, and how that
    # changes with the parameters; over whole tables at once, as it is asked for some thousand
    # times.
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

        -Numo::NMath.log(at(point).sums).sum
      end

      # [Float], by each parameter; to be asked where #minus_log is finite.
      def slopes(point)
        at = at(point)
        _, _, log_k, _, log_age_spread = point
        shares = at.chances / at.sums
        by_length = by_own_length(at) * shares
        [
          by_length * at.linf,
          by_length * at.by_spread,
          by_kept(at) * at.kept * @years * -Math.exp(log_k) * shares,
          at.age * shares * Math.exp(-log_age_spread),
          ((at.age**2) - 1) * shares
        ].map { |by| -by.sum }
      end

      private

      # linf: own lengths;  by_spread: how they change with the spread;  reached, left: of it at the
      # first length;  waited: K times the age;  age: the same as deviations from the middle;
      # kept: share of what was left at the first that is left at the second;  variance, off: of
      # the second length;  chances: of each fish and own length;  sums: of each fish
      At = Struct.new(:linf, :by_spread, :is_free, :reached, :left, :waited, :age, :age_spread,
        :kept, :variance, :off, :chances, :sums, keyword_init: true)

      def column(rows, name) = Numo::DFloat.cast(rows.map { |row| row[name] })

      # The last one is kept: it is asked for its value, then for its slopes.
      def at(point)
        return @at if @point == point

        @point = point
        @at = work_out(*point)
      end

      def work_out(log_linf, log_spread, log_k, log_age, log_age_spread)
        far = @deviates * Math.exp(log_spread)
        linf = (far + 1).clip(LEAST_SHARE, nil) * Math.exp(log_linf)
        reached = @first / linf
        is_free = Numo::DFloat.cast(reached < MOST_REACHED)
        reached = reached.clip(0, MOST_REACHED)
        waited = -Numo::NMath.log(1 - reached)
        at = At.new(
          linf:, by_spread: far * Math.exp(log_linf) * (far > LEAST_SHARE - 1), is_free:, reached:,
          left: linf * (1 - reached), waited:, age_spread: Math.exp(log_age_spread),
          age: (Numo::NMath.log(waited) - log_age) * Math.exp(-log_age_spread)
        )
        second_length(at, Numo::NMath.exp(@years * -Math.exp(log_k)))
      end

      # An error of the first fades as the fish grows on.
      def second_length(at, kept)
        at.kept = kept
        at.variance = @second_var + (@first_var * (kept**2))
        at.off = @between - (at.left * (1 - kept))
        # The density of the first length follows from the law of ages.
        exponent = ((at.age**2) + (at.off * at.off / at.variance)) * -0.5
        at.chances = Numo::NMath.exp(exponent) * @weights /
          (at.waited * at.left * Numo::NMath.sqrt(at.variance) * at.age_spread)
        at.sums = at.chances.sum(axis: 0).clip(LEAST_CHANCE, nil)
        at
      end

      # Of the logarithm of a chance, by the own length; what is held at its bound does not move.
      def by_own_length(at)
        per_wait = -(at.is_free * at.reached) / (at.linf * (1 - at.reached) * at.waited)
        left_moves = 1 - ((1 - at.is_free) * at.reached)
        -(((at.age / at.age_spread) + 1) * per_wait) +
          (left_moves * ((at.off * (1 - at.kept) / at.variance) - (1 / at.left)))
      end

      # The same by the share that is left at the second length.
      def by_kept(at)
        pull = at.off / at.variance
        -(pull * at.left) + (((at.off * pull) - 1) / at.variance * @first_var * at.kept)
      end
    end
  end
end
