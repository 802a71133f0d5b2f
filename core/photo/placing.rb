# frozen_string_literal: true

module Core
  module Photo
    # Which picture shows which fish: one best assignment of an evening's pictures, by time and
    # order together.
    #
    #   photos: [{ id:, at: Time | nil, fish_id: nil or where a person put it }] in the order they
    #           were taken; seen_fish_id: whose tag's number was read in it, or nil
    #   fish:   [{ id:, from: Time, to: Time }] in hand, in the order of time
    #
    # Returns { photo id => { fish_id: | nil, sure: 0..1 } }. Each photo goes to one fish or none,
    # and pictures never go backwards in fish. `sure` weighs the best assignment against all others
    # by the house rules below; it is no probability. What a person placed stays and is not weighed.
    module Placing
      # Log weight per second that a picture lies outside the time its fish was in hand. House rule.
      PER_SECOND = 1 / 40.0
      # As good as a picture that lies two and a half minutes off: it belongs to no fish. House
      # rule.
      NO_FISH = -150 * PER_SECOND
      # A picture without a time may show any fish, but not better than one that has a time.
      NO_TIME = NO_FISH / 2
      # Seconds on either side of a person's placing in which the camera's clock is looked for, and
      # the step.
      CLOCK_REACH = 150
      CLOCK_STEP = 10
      # As bad as five minutes off: a picture with the number of one fish's tag shows no other.
      # House rule.
      OTHER_NUMBER = -300 * PER_SECOND
      NEVER = -Float::INFINITY
      # From how sure on an assignment fits well, or fairly. House rule.
      FITS = { well: 0.95, fair: 0.7 }.freeze

      module_function

      def assign(photos:, fish:)
        fixed, free = photos.partition { |photo| photo[:fish_id] }
        placed = fixed.to_h { |photo| [photo[:id], { fish_id: photo[:fish_id], sure: 1.0 }] }
        return placed if free.empty?
        if fish.empty?
          return placed.merge(free.to_h { |photo| [photo[:id], { fish_id: nil, sure: 1.0 }] })
        end

        weights = free.map { |photo| weights(photo, fish) }
        chosen = best(weights)
        sure = certainties(weights, chosen)
        placed.merge(
          free.each_index.to_h do |index|
            [
              free[index][:id],
              {
                fish_id: chosen[index].zero? ? nil : fish[chosen[index] - 1][:id],
                sure: sure[index]
              }
            ]
          end
        )
      end

      # :well | :fair | :doubtful
      def fit_of(sure) = FITS.keys.find { |word| (sure || 0) >= FITS[word] } || :doubtful

      # Seconds to add to the camera's clock, from pictures that a person placed: about the middle
      # of their fish, then where the evening fits best.
      def clock_seconds(photos:, fish:)
        windows = fish.to_h { |caught| [caught[:id], caught] }
        anchors = photos.select { |photo| photo[:at] && windows.key?(photo[:fish_id]) }
        return nil if anchors.empty?

        shifts =
          anchors
            .map do |photo|
              windows[photo[:fish_id]].then do |window|
                window[:from] + ((window[:to] - window[:from]) / 2)
              end -
                photo[:at]
            end
            .sort
        middle = shifts[shifts.size / 2]
        timed = photos.select { |photo| photo[:at] }
        (-CLOCK_REACH..CLOCK_REACH)
          .step(CLOCK_STEP)
          .map { |step| middle + step }
          .max_by { |shift| [fit(timed, fish, windows, shift), -(shift - middle).abs] }
          .round
      end

      def fit(timed, fish, windows, shift)
        timed.sum do |photo|
          shifted_at = photo[:at] + shift
          next weight(shifted_at, windows[photo[:fish_id]]) * 3 if windows.key?(photo[:fish_id])

          [NO_FISH, *fish.map { |caught| weight(shifted_at, caught) }].max
        end.round(6)
      end

      # [weight of no fish, then of each fish]
      def weights(photo, fish)
        if photo[:seen_fish_id]
          return [
            OTHER_NUMBER,
            *fish.map { |caught| caught[:id] == photo[:seen_fish_id] ? 0.0 : OTHER_NUMBER }
          ]
        end

        [NO_FISH, *fish.map { |caught| weight(photo[:at], caught) }]
      end

      def weight(time, fish)
        return NO_TIME if time.nil?

        outside = [fish[:from] - time, time - fish[:to], 0].max
        -outside * PER_SECOND
      end

      # Place 0 is "no fish"; a picture of no fish leaves the row where it stands. Source: Viterbi
      # (1967), IEEE Trans. Inf. Theory 13.
      def best(weights)
        reach = [0.0, *Array.new(weights.first.size - 1, NEVER)]
        trail = weights.map do |row|
          highest = 0
          steps = []
          after = reach.each_index.map do |index|
            highest = index if reach[index] > reach[highest]
            here = index.zero? ? NEVER : reach[highest] + row[index]
            stay = reach[index] + row[0]
            steps << (here >= stay && here > NEVER ? [highest, index] : [index, 0])
            [here, stay].max
          end
          reach = after
          steps
        end
        place = reach.each_index.max_by { |index| reach[index] }
        trail
          .reverse
          .map { |steps| steps[place].then { |from, chosen| (place = from) && chosen } }
          .reverse
      end

      # The share of the chosen place among all assignments. Source: forward-backward, Rabiner
      # (1989), Proc. IEEE 77.
      def certainties(weights, chosen)
        size = weights.first.size
        ahead = [[0.0, *Array.new(size - 1, NEVER)]]
        weights.each { |row| ahead << step_ahead(ahead.last, row) }
        behind = [Array.new(size, 0.0)]
        weights.reverse_each { |row| behind << step_back(behind.last, row) }
        behind.reverse!
        whole = log_sum(ahead.last)
        chosen.each_with_index.map do |place, index|
          parts =
            if place.zero?
              (0...size).map do |place|
                ahead[index][place] + weights[index][0] + behind[index + 1][place]
              end
            else
              (0..place).map do |index_before|
                ahead[index][index_before] + weights[index][place] + behind[index + 1][place]
              end
            end
          Math.exp(log_sum(parts) - whole).clamp(0.0, 1.0)
        end
      end

      def step_ahead(reach, row)
        sum = NEVER
        reach.each_index.map do |index|
          sum = log_sum([sum, reach[index]])
          stay = reach[index] + row[0]
          index.zero? ? stay : log_sum([sum + row[index], stay])
        end
      end

      def step_back(reach, row)
        sum = NEVER
        reach.each_index.to_a.reverse.map do |index|
          sum = log_sum([sum, reach[index] + row[index]]) unless index.zero?
          log_sum([sum, reach[index] + row[0]])
        end.reverse
      end

      def log_sum(values)
        top = values.max
        top == NEVER ? NEVER : top + Math.log(values.sum { |value| Math.exp(value - top) })
      end
      private_class_method :fit, :weights, :weight, :best, :certainties, :step_ahead, :step_back,
        :log_sum
    end
  end
end
