# frozen_string_literal: true

module Core
  module Estimates
    # The number of fish of a closed water, when a tagged fish may be caught more or less easily
    # than the others: on each visit the odds of a tagged one are c times those of numbers alone.
    # The more of the water is tagged in the end, the better c and the number are told apart; where
    # little is tagged, the number may be anything, and its interval says so.
    #
    #   visits: [{ caught:, again:, marked: }], from the first
    #
    # Source: model Mtb of Otis et al. (1978), Wildl. Monogr. 62, with one effect of having been
    # tagged; profile likelihood.
    class TaggedCatchability
      LEAST_VISITS = 3
      # c is looked for between these; beyond them the data say nothing of it.
      MOST_TIMES = 20.0
      MOST_FISH_TIMES = 50.0
      # fish, low, high: with any c;  times: c that fits best;  p: the chance of it where c is 1
      Fit = Struct.new(:fish, :low, :high, :p, :times, keyword_init: true)

      # Returns a Fit, nil under three visits or without a fish seen again.
      def self.fit(visits)
        return nil if visits.size < LEAST_VISITS || visits.sum { |visit| visit[:again] }.zero?

        new(visits).fit
      end

      def initialize(visits)
        never_marked = visits.last.then { |last| last[:caught] - last[:again] - last[:marked] }
        @seen = visits.sum { |visit| visit[:marked] } + never_marked
        at_large = 0
        @rows = visits.filter_map do |visit|
          row = [visit[:again], visit[:caught] - visit[:again], at_large]
          at_large += visit[:marked]
          row if row[2].positive?
        end
        @most = @seen * MOST_FISH_TIMES
      end

      def fit
        within = [Math.log(@seen + 1.0), Math.log(@most)]
        log = Brent.least(*within) { |fish| best_times(Math.exp(fish)).last }
        times, lowest = best_times(Math.exp(log))
        limits = Profile.interval(best: [log, lowest], within:) do |fish|
          best_times(Math.exp(fish)).last
        end
        equal = Brent.least(*within) { |fish| minus_log(Math.exp(fish), 0.0) }
        lost = [2 * (minus_log(Math.exp(equal), 0.0) - lowest), 0].max
        low, high = limits.map { |limit| Math.exp(limit) }
        Fit.new(fish: Math.exp(log), low:, high:, times: Math.exp(times),
          p: NormalLaw.chi_square_beyond(lost, 1))
      end

      private

      # [log of c, minus log-likelihood] that go best with so many fish.
      def best_times(fish)
        edge = Math.log(MOST_TIMES)
        log = Brent.least(-edge, edge) { |times| minus_log(fish, times) }
        [log, minus_log(fish, log)]
      end

      def minus_log(fish, log_times)
        -@rows.sum do |again, others, at_large|
          odds = Math.exp(log_times) * at_large / (fish - at_large)
          (again * Math.log(odds)) - ((again + others) * Math.log(1 + odds))
        end
      end
    end
  end
end
