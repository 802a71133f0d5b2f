# frozen_string_literal: true

module Core
  module Estimates
    # Functions of one number between two bounds.
    #
    # Source: Brent (1973), Algorithms for Minimization without Derivatives, ch. 4 and 5.
    module Brent
      GOLDEN = (3 - Math.sqrt(5)) / 2
      MOST_STEPS = 80
      # How near two points may lie before their difference is rounding, as a share of their size.
      NEAREST = 1e-8
      # The same about a least value, where a function is flat.
      FLAT = 1e-6

      module_function

      # Where the function is least, also on a bound: by parabolas through the best three points,
      # and by golden sections where those lead astray.
      def least(low, high, &block)
        bounds = [low, high]
        [Search.new(low, high, block).least, *bounds].min_by(&block)
      end

      # Where a function that is at most nought at inside, and above it outside, crosses nought:
      # by chords; an end that stays twice weighs half, so that the other comes nearer (Illinois),
      # and where a chord left most of the way, the next step halves it.
      #   nearest: a value that counts as nought
      def crossing(inside, outside, nearest: NEAREST)
        ends = { true => [inside, yield(inside)], false => [outside, yield(outside)] }
        last, width, halve = nil
        MOST_STEPS.times do
          tried = halve ? ends.values.sum(&:first) / 2.0 : chord(*ends[true], *ends[false])
          value = yield(tried)
          return tried if value.abs <= nearest

          side = value <= 0
          ends[!side][1] /= 2 if side == last
          ends[side], last, before = [tried, value], side, width
          width = (ends[true][0] - ends[false][0]).abs
          return tried if width <= NEAREST * [1.0, tried.abs].max

          halve = before && width > before / 2
        end
        ends.values.sum(&:first) / 2.0
      end

      def chord(inside, below, outside, above)
        x = inside - (below * (outside - inside) / (above - below))
        x.finite? && x.between?(*[inside, outside].sort) ? x : (inside + outside) / 2.0
      end
      private_class_method :chord

      # One search, with the best point so far, the second best, and the one before that.
      class Search
        def initialize(low, high, function)
          @low, @high, @function = low, high, function
          @best = @second = @third = point(low + (GOLDEN * (high - low)))
          @step = @before = 0.0
        end

        def least
          MOST_STEPS.times do
            middle = (@low + @high) / 2.0
            @near = (FLAT * @best[0].abs) + (FLAT / 10)
            break if (@best[0] - middle).abs <= (2 * @near) - ((@high - @low) / 2)

            keep(point(@best[0] + (parabola || section(middle))))
          end
          @best[0]
        end

        private

        def point(x) = [x, @function.call(x)]

        # The step to the foot of the parabola, nil where it is no good.
        def parabola
          return nil if @before.abs <= @near

          over, under = foot
          before, @before = @before, @step
          step = over / under
          wanted = @best[0] + step
          unless step.finite? && step.abs < (before / 2).abs && wanted > @low && wanted < @high
            return nil
          end

          near_bound = wanted - @low < 2 * @near || @high - wanted < 2 * @near
          step = @near * (@best[0] < (@low + @high) / 2 ? 1 : -1) if near_bound
          @step = at_least(step)
        end

        def foot
          (x, fx), (w, fw), (v, fv) = @best, @second, @third
          r = (x - w) * (fx - fv)
          q = (x - v) * (fx - fw)
          [((x - w) * r) - ((x - v) * q), 2 * (q - r)]
        end

        def section(middle)
          @before = (@best[0] < middle ? @high : @low) - @best[0]
          @step = at_least(GOLDEN * @before)
        end

        def at_least(step)
          if step.abs >= @near
            step
          else
            @near * (step.positive? ? 1 : -1)
          end
        end

        def keep(tried)
          if tried[1] <= @best[1]
            tried[0] < @best[0] ? @high = @best[0] : @low = @best[0]
            @third, @second, @best = @second, @best, tried
          else
            tried[0] < @best[0] ? @low = tried[0] : @high = tried[0]
            rank(tried)
          end
        end

        def rank(tried)
          if tried[1] <= @second[1] || @second[0] == @best[0]
            @third, @second = @second, tried
          elsif tried[1] <= @third[1] || [@best[0], @second[0]].include?(@third[0])
            @third = tried
          end
        end
      end
      private_constant :Search
    end
  end
end
