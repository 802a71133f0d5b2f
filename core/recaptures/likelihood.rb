# frozen_string_literal: true

module Core
  module Recaptures
    # Words for how likely a fish is. Above SURE_SHARE shares came true for every kind of finder
    # that was simulated; between the others how often depends on how finders misread, so words
    # stand there. House rules.
    module Likelihood
      SURE_SHARE, LIKELY, PERHAPS = 0.95, 0.6, 0.2
      ALL_BUT_ALL = 0.99

      module_function

      # share: 0 to 1
      def words(share)
        return "over 99 %" if share > ALL_BUT_ALL
        return "#{(100 * share).round} %" if share >= SURE_SHARE
        return "likely" if share >= LIKELY

        share >= PERHAPS ? "perhaps" : "hardly"
      end
    end
  end
end
