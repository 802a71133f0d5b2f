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
          tag: tag(situation)
        }
      end

      def tag(situation)
        site = situation.guild.tag_site ? TagSite.of(situation.guild) : []
        [Text.of("handling.notes.rub_growth_off_with_a"), *site]
      end

      def warning(situation)
        depths = Pressure.depths_of(situation)
        return "This fish has no swim bladder: no pressure injury is expected." if depths.nil?

        mind_m, likely_m = depths.values_at(:mind_m, :likely_m)
        depth_m = situation.encounter[:depth_m]
        return "Take care from #{mind_m} m. From #{likely_m} m injury would be likely." if
          depth_m.nil? || depth_m < mind_m
        return "From #{likely_m} m injury is likely. Never push or puncture the stomach." if
          depth_m >= likely_m

        "From #{mind_m} m look for signs of pressure. From #{likely_m} m injury would be likely."
      end

      def lead(descender)
        kilos, heavy = [descender[:lead_kg] * 100, descender[:weight_g] / 10.0].map(&:round)
        Text.of(
          "handling.notes.send_it_down_with_kg", kilos: hundredths(kilos),
          release_depth_m: descender[:release_depth_m], heavy: Units.tenths(heavy / 100.0)
        )
      end

      def hundredths(whole) = "#{whole.div(100)}.#{(whole % 100).to_s.rjust(2, '0')}"

      def venting(situation)
        case situation.school(:pressure)
        when :vent then "Venting is only for those trained and permitted."
        when :descend then if situation.species.bladder == "none"
                             nil
                           else
                             Text.of("handling.notes.venting_is_only_for_those")
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
      private_class_method :tag, :warning, :lead, :hundredths, :venting, :weigh
    end
  end
end
