# frozen_string_literal: true

module Core
  module Estimates
    # Where the likelihood of one parameter, the others at their best, falls by what a 95 % interval
    # allows. Source: the likelihood-ratio interval, chi-square with one degree of freedom.
    module Profile
      CHI2_95 = 3.841459

      module_function

      # minus_log: (Float) -> best negative log-likelihood with the parameter held there
      # best: [value, its negative log-likelihood];  within: [least, most] that it can be
      # nearest: how near to what is allowed the root of twice the fall has to come at a limit; of a
      #   parabola it is a straight line, so that chords find it at once
      # Returns [low, high]; a bound stands for a side that never falls so far.
      def interval(best:, within:, nearest: Brent::NEAREST)
        point, least = best
        # Each value is asked for once: a fit stands behind it.
        falls = Hash.new do |known, held|
          known[held] = Math.sqrt(2 * [yield(held) - least, 0].max) - Math.sqrt(CHI2_95)
        end
        within.map { |bound| edge(point, bound, nearest, falls) }
      end

      def edge(inside, outside, nearest, falls)
        return outside if inside == outside || falls[outside.to_f] <= 0

        Brent.crossing(inside.to_f, outside.to_f, nearest:, &falls)
      end
      private_class_method :edge
    end
  end
end
