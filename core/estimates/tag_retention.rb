# frozen_string_literal: true

module Core
  module Estimates
    # How long tags stay in, from fish that got two and came back with two or one:
    # S(t) = rho e^(-L t), each fish with its own time. A fish that lost both is not known again.
    #
    # Source: Barrowman and Myers (1996), Can. J. Fish. Aquat. Sci. 53, 2027-2035, with a constant
    # rate of loss.
    class TagRetention
      LEAST_FISH = 20
      MOST_LOSS = 10.0
      # rho_low, rho_high: the best share kept at once with the loss at its limits
      Fit = Struct.new(
        :rho, :loss_per_year, :low, :high, :rho_low, :rho_high, :minus_log, :n, keyword_init: true
      ) do
        def kept(years) = rho * Math.exp(-loss_per_year * years)

        # Least and most, between the limits of the yearly loss.
        def kept_between(years)
          [[rho_low, low], [rho_high, high], [rho, loss_per_year]]
            .map { |share, loss| share * Math.exp(-loss * years) }
            .minmax
        end
      end

      # rows: [{ years: Float, tags_left: 1 | 2 }]. Returns a Fit, or a sentence.
      def self.fit(rows) = new(rows).fit

      def initialize(rows)
        @rows = rows
        # Fish that came back after as many days with as many tags weigh together.
        @counts = rows.map { |row| row.values_at(:years, :tags_left) }.tally
      end

      def fit
        if @rows.size < LEAST_FISH
          return "It takes #{LEAST_FISH} double-tagged fish caught again; " \
            "#{LEAST_FISH - @rows.size} more."
        end
        if @rows.none? { |row| row[:tags_left] == 1 }
          return "No double-tagged fish has come back with one tag, so no loss can be told yet."
        end

        loss, rho = best
        least = minus_log(rho, loss)
        low, high = Profile.interval(best: [loss, least], within: [0.0, MOST_LOSS]) do |at|
          minus_log(best_rho(at), at)
        end
        rho_low, rho_high = best_rho(low), best_rho(high)
        Fit.new(
          rho:, rho_low:, rho_high:, loss_per_year: loss, low:, high:, minus_log: least,
          n: @rows.size
        )
      end

      private

      def best
        loss = Golden.least(0.0, MOST_LOSS) { |at| minus_log(best_rho(at), at) }
        [loss, best_rho(loss)]
      end

      # Tags shed at once cannot be fewer than none.
      def best_rho(loss) = Golden.least(0.05, 1.0) { |rho| minus_log(rho, loss) }

      def minus_log(rho, loss)
        @counts.sum do |(years, tags_left), count|
          stays = rho * Math.exp(-loss * years)
          both = stays / (2 - stays)
          chance = tags_left == 2 ? both : 1 - both
          count * (chance.positive? ? -Math.log(chance) : 1e6)
        end
      end
    end
  end
end
