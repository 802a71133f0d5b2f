# frozen_string_literal: true

module Core
  module Handling
    # What stands beside a part of the record while it is filled in: explanations, not the lines of
    # now.
    module Notes
      module_function

      # situation: Situation;  descender: as Pressure.descender gives it
      # Returns { depth: [sentence], weigh: [sentence], tag: [sentence] }.
      def of(situation, descender:)
        {
          depth: [warning(situation), descender && lead(descender), venting(situation)].compact,
          weigh: weigh(situation),
          tag: TAG
        }
      end

      TAG = [
        "Rub growth off with a fingernail, without pulling; the number stands again at the free " \
          "end. “?” for a letter you cannot read."
      ].freeze

      def warning(situation)
        warn_from_m = Pressure.warn_from_m(situation.species, situation.water)
        if warn_from_m.nil?
          return "This fish has no sealed swim bladder: no pressure injury is expected."
        end

        depth_m = situation.encounter[:depth_m]
        if depth_m && depth_m >= warn_from_m
          "From #{warn_from_m} m on injury is likely. Never push or puncture the stomach."
        else
          "From #{warn_from_m} m on injury would be likely."
        end
      end

      def lead(descender)
        kilos, heavy = [descender[:lead_kg] * 100, descender[:weight_g] / 10.0].map(&:round)
        "Send it down with #{hundredths(kilos)} kg of lead to at least " \
          "#{descender[:release_depth_m]} m, for a fish of about #{Units.tenths(heavy / 100.0)} kg."
      end

      def hundredths(whole) = "#{whole.div(100)}.#{(whole % 100).to_s.rjust(2, '0')}"

      def venting(situation)
        case situation.school(:pressure)
        when :vent then "Venting is only for those trained and permitted."
        when :descend then if situation.species.bladder == "none"
                             nil
                           else
                             "Venting is only for " \
                               "those trained and " \
                               "permitted, when no " \
                               "device is at hand."
        end
        end
      end

      def weigh(situation)
        turn = "Turn the sling, not the fish, for the other side."
        if situation.school(:order) == :weigh_first
          return ["Weigh first, then the photo: weight settles the fish. #{turn}"]
        end

        ["Weight hangs in the wet sling, never from the jaw. #{turn}"]
      end
      private_class_method :warning, :lead, :hundredths, :venting, :weigh
    end
  end
end
