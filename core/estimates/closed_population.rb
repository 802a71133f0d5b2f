# frozen_string_literal: true

module Core
  module Estimates
    # How many fish live in a closed water: none comes, goes, is born or dies between the visits.
    module ClosedPopulation
      Estimate = Struct.new(:fish, :low, :high, :standard_error, :recaptured, keyword_init: true)

      module_function

      # marked: fish tagged on the first visit;  caught: examined on the second;  recaptured: of
      # these with a tag. Raises InvalidInput :recaptures_exceed_sample.
      # The limits are those of the logarithm, as the estimate is skewed.
      # Source: Chapman (1951), Univ. Calif. Publ. Statist. 1, 131-160; Seber (1970), Biometrics 26,
      # 13-22 for the variance.
      def chapman(marked:, caught:, recaptured:)
        if recaptured > [marked, caught].min
          raise InvalidInput.at(
            "recaptured", :recaptures_exceed_sample,
            "#{recaptured} recaptures cannot come from #{marked} tagged and #{caught} caught fish."
          )
        end

        fish = ((marked + 1.0) * (caught + 1) / (recaptured + 1)) - 1
        variance = (marked + 1.0) * (caught + 1) * (marked - recaptured) * (caught - recaptured) /
          (((recaptured + 1)**2) * (recaptured + 2))
        spread = Math.exp(Rates::Z95 * Math.sqrt(Math.log(1 + (variance / (fish**2)))))
        Estimate.new(
          fish:, standard_error: Math.sqrt(variance), recaptured:, low: fish / spread,
          high: fish * spread
        )
      end

      # caught, recaptured, marked: of each visit; marked are newly tagged ones
      # Source: Schnabel (1938), Amer. Math. Monthly 45, 348-352, +1 as Chapman (1952); the limits
      # are the Poisson ones of all recaptures together.
      def schnabel(caught:, recaptured:, marked:)
        at_large = 0
        products = caught.zip(marked).sum do |here, fresh|
          (here * at_large).tap { at_large += fresh }
        end
        again = recaptured.sum
        low, high = PoissonLimits.of(again)
        Estimate.new(
          fish: products / (again + 1.0), low: products / high,
          high: low.zero? ? nil : products / low, recaptured: again
        )
      end

      # A least number, whatever the fish differ in how easily each is caught: from how many were
      # caught once and how many twice.
      #
      #   times: { how often caught => fish }
      #
      # Source: Chao (1987), Biometrics 43, 783-791, corrected for small counts, with her limits on
      # the logarithm of the fish that were never caught.
      def chao(times)
        seen, singles, doubles = times.values.sum, times.fetch(1, 0), times.fetch(2, 0)
        unseen = singles * (singles - 1) / (2.0 * (doubles + 1))
        variance = (singles * (singles - 1) / (2.0 * (doubles + 1))) +
          (singles * (((2 * singles) - 1)**2) / (4.0 * ((doubles + 1)**2))) +
          ((singles**2) * doubles * ((singles - 1)**2) / (4.0 * ((doubles + 1)**4)))
        beyond(seen, unseen, variance)
      end

      # Number of fish where each fish has its own chance of being caught on a visit, by the
      # second-order jackknife.
      #
      #   times: { how often caught => fish };  visits: how many
      #
      # Source: Burnham and Overton (1979), Ecology 60, 927-936 (model M_h), with limits on the
      # logarithm of the fish that were never caught.
      def jackknife(times, visits)
        weights = {
          1 => 1 + (((2 * visits) - 3) / visits.to_f),
          2 => 1 - (((visits - 2)**2) / (visits * (visits - 1.0)))
        }
        fish = times.sum { |often, count| weights.fetch(often, 1) * count }
        square = times.sum { |often, count| (weights.fetch(often, 1)**2) * count }
        seen = times.values.sum
        beyond(seen, [fish - seen, 0].max, square - fish)
      end

      # Estimate from fish seen and fish never seen. Its limits are on the logarithm of the latter.
      def beyond(seen, unseen, variance)
        return Estimate.new(fish: seen, low: seen, high: seen) if unseen.zero?

        spread = Math.exp(Rates::Z95 * Math.sqrt(Math.log(1 + (variance / (unseen**2)))))
        Estimate.new(
          fish: seen + unseen, low: seen + (unseen / spread), high: seen + (unseen * spread),
          standard_error: Math.sqrt(variance)
        )
      end
      private_class_method :beyond
    end
  end
end
