# frozen_string_literal: true

require "matrix"

module Core
  module Estimates
    # The parameters under which data are likeliest: one optimiser for every fit.
    #
    # The negative log-likelihood is brought down by BFGS with a backtracking line search, from
    # every start that is given; errors come from the observed information at the best point.
    # Slopes are those that the likelihood tells itself, else central differences. Parameters may
    # be on any scale: each step is measured in units of its own size.
    #
    # Source: Nocedal and Wright (2006), Numerical Optimization, ch. 3 and 6.
    class Maximum
      # at: [Float];  minus_log: Float there;  errors: [Float], covariance: [[Float]], both nil
      #     where
      # the information is poor;
      # converged: whether the slopes are flat
      Found = Struct.new(:at, :minus_log, :errors, :covariance, :converged, keyword_init: true)
      MOST_STEPS = 400
      FLAT = 1e-5
      # Exact slopes are followed so much further.
      EXACTLY_FLAT = 1e-8
      # What an impossible point is worth: so much that no step goes there.
      IMPOSSIBLE = 1e100

      # slopes: ->(point) { [Float] } of the same likelihood, nil where it tells none
      def self.find(starts:, scales:, slopes: nil, &minus_log)
        new(scales, minus_log, slopes).find(starts)
      end

      # The 95 % interval of one parameter, all others at their best for each of its values.
      #   found: Found;  index: of the parameter;  the rest as .find takes it
      # Returns [low, high], nil where the information at the best point is poor.
      def self.interval(fit, index, scales:, slopes: nil, &minus_log)
        error = fit.errors&.at(index) or return nil
        best = fit.at[index]
        others = without(fit.at, index)
        bends = without(fit.covariance, index).map { |row| without(row, index) }
        whole = ->(held, point) { point.dup.insert(index, held) }
        lowest = lambda do |held|
          narrowed = slopes && ->(point) { without(slopes.call(whole[held, point]), index) }
          finder = new(without(scales, index), ->(point) { yield(whole[held, point]) }, narrowed)
          minimum, minus_log = finder.near(others, bends)
          others = minimum if minus_log < fit.minus_log + FAR
          minus_log
        end
        ends = [-1, 1].map { |side| best + (side * Rates::Z95 * error) }
        falls = ends.map { |held| lowest.call(held) - fit.minus_log }
        return ends if falls.all? { |fall| (fall - (Profile::CHI2_95 / 2)).abs < ROUND }

        within = [-1, 1].map { |side| best + (side * PROFILED * error) }
        Profile.interval(
          best: [best, fit.minus_log], within:, nearest: NEAR_ENOUGH, &lowest
        )
      end
      # A limit with this tolerance differs by less than a thousandth of a standard error.
      NEAR_ENOUGH = 1e-3
      # If the likelihood falls within this of a parabola, the limits are those of the error.
      ROUND = 0.15
      # A point this much less likely is no start for the next value.
      FAR = 20
      # The search for a limit goes no farther than this many errors.
      PROFILED = 6

      def self.without(list, index) = list.dup.tap { |others| others.delete_at(index) }
      private_class_method :without

      # From a start near the best, whose covariance is known about: [point, its minus_log].
      def near(start, covariance)
        inverse = Matrix.build(start.size) { |i, j| covariance[i][j] / (@scales[i] * @scales[j]) }
        fit = descend(start.map.with_index { |x, i| x / @scales[i] }, inverse)
        fit ? [unscaled(fit[:x]), fit[:value]] : [start, IMPOSSIBLE]
      end

      # At a point that is known to be the best: [[Float]] or nil.
      def self.covariance(point, scales:, slopes: nil, &minus_log)
        finder = new(scales, minus_log, slopes)
        finder.covariance(point.map.with_index { |x, i| x / scales[i] })
      end

      def initialize(scales, minus_log, told_slopes)
        @scales = scales
        @minus_log = minus_log
        @told_slopes = told_slopes
      end

      # Returns the best Found of all starts, or nil when none of them is possible.
      def find(starts)
        descents =
          starts.filter_map { |start| descend(start.map.with_index { |x, i| x / @scales[i] }) }
        best = descents.min_by { |descent| descent[:value] }
        return nil if best.nil? || best[:value] >= IMPOSSIBLE

        best = polished(best)
        covariance = covariance(best[:x])
        Found.new(
          at: unscaled(best[:x]), minus_log: best[:value], covariance:, converged: best[:flat],
          errors: covariance&.each_with_index&.map { |row, i| Math.sqrt(row[i]) }
        )
      end

      # nil where the point lies on a bound, or the data say too little.
      def covariance(x)
        bends = @told_slopes ? turns(x) : differences(x)
        information = Matrix.build(x.size) { |i, j| bends[[i, j].max][[i, j].min] }
        return nil if information.any? { |term| !term.finite? || term.abs > 1e50 }

        matrix = information.inverse.to_a.map.with_index do |row, i|
          row.map.with_index { |term, j| term * @scales[i] * @scales[j] }
        end
        matrix if matrix.each_with_index.all? { |row, i| row[i].finite? && row[i].positive? }
      rescue ExceptionForMatrix::ErrNotRegular, ZeroDivisionError
        nil
      end

      private

      # A second run from the end drops what is left of a poor picture of the curvature, where
      # slopes are only near.
      def polished(best)
        return best if @told_slopes && best[:flat]

        again = descend(best[:x])
        again && again[:value] <= best[:value] ? again : best
      end

      def unscaled(x) = x.map.with_index { |value, i| value * @scales[i] }

      def value(x)
        value = @minus_log.call(unscaled(x))
        value.is_a?(Float) && value.finite? ? value : IMPOSSIBLE
      end

      def slopes(x)
        slopes = @told_slopes&.call(unscaled(x))
        return slopes.map.with_index { |slope, i| slope * @scales[i] } if slopes

        x.each_index.map do |i|
          step = 1e-6 * [x[i].abs, 1.0].max
          (value(moved(x, i, step)) - value(moved(x, i, -step))) / (2 * step)
        end
      end

      def moved(x, i, by) = x.dup.tap { |copy| copy[i] += by }

      # inverse: of the second derivatives there, as far as it is known
      def descend(x, inverse = Matrix.identity(x.size))
        now = value(x)
        return nil if now >= IMPOSSIBLE

        slope = slopes(x)
        MOST_STEPS.times do
          break if flat?(slope, now, @told_slopes ? EXACTLY_FLAT : FLAT)

          direction = (inverse * Vector[*slope]).to_a.map(&:-@)
          downhill = dot(direction, slope)
          if downhill >= 0
            inverse = Matrix.identity(x.size)
            direction = slope.map(&:-@)
            downhill = dot(direction, slope)
          end
          stepped, reached = search(x, now, direction, downhill)
          break if stepped.nil?

          fresh = slopes(stepped)
          inverse = updated(inverse, stepped, x, fresh, slope)
          x, now, slope = stepped, reached, fresh
        end
        { x:, value: now, flat: flat?(slope, now) }
      end

      def flat?(slope, now, limit = FLAT) = slope.map(&:abs).max <= limit * [now.abs, 1.0].max

      def search(x, now, direction, downhill)
        longest = direction.map(&:abs).max
        share = longest > 5 ? 5 / longest : 1.0
        40.times do
          tried = x.zip(direction).map { |value, by| value + (share * by) }
          reached = value(tried)
          return [tried, reached] if reached <= now + (1e-4 * share * downhill) && reached < now

          share /= 2
        end
        nil
      end

      # BFGS update of the inverse second derivatives, from the last step and its change of slope.
      def updated(inverse, to, from, slope, before)
        step = Vector[*to] - Vector[*from]
        bent = Vector[*slope] - Vector[*before]
        along = step.inner_product(bent)
        return Matrix.identity(to.size) if along <= 1e-12

        unit = Matrix.identity(to.size)
        left = unit - (step.covector.transpose * bent.covector / along)
        (left * inverse * left.transpose) + (step.covector.transpose * step.covector / along)
      end

      def dot(left, other) = left.zip(other).sum { |a, b| a * b }

      # Second derivatives, [i][j] for j <= i: how slopes turn, or of the values alone.
      def turns(x)
        rows = x.each_index.map do |i|
          step = 1e-5 * [x[i].abs, 1.0].max
          ahead, behind = slopes(moved(x, i, step)), slopes(moved(x, i, -step))
          ahead.zip(behind).map { |up, down| (up - down) / (2 * step) }
        end
        rows.each_index.map { |i| Array.new(i + 1) { |j| (rows[i][j] + rows[j][i]) / 2 } }
      end

      def differences(x) = Array.new(x.size) { |i| Array.new(i + 1) { |j| bend(x, i, j) } }

      def bend(x, i, j)
        a, b = [i, j].map { |k| 1e-4 * [x[k].abs, 1.0].max }
        if i == j
          up, middle, down = value(moved(x, i, a)), value(x), value(moved(x, i, -a))
          return (up - (2 * middle) + down) / (a**2)
        end
        corners = [[1, 1], [1, -1], [-1, 1], [-1, -1]].map do |s, t|
          s * t * value(moved(moved(x, i, s * a), j, t * b))
        end
        corners.sum / (4 * a * b)
      end
    end
  end
end
