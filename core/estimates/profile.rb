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
      # Returns [low, high]; a bound stands for a side that never falls so far.
      def interval(best:, within:, &minus_log)
        at, least = best
        limit = least + (CHI2_95 / 2)
        within.map { |bound| edge(at, bound, limit, minus_log) }
      end

      def edge(inside, outside, limit, minus_log)
        return outside if inside == outside || minus_log.call(outside) <= limit

        Brent.crossing(inside.to_f, outside.to_f) { |at| minus_log.call(at) - limit }
      end
      private_class_method :edge
    end
  end
end
