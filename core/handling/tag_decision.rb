# frozen_string_literal: true

module Core
  module Handling
    # Tag it or let it go: the verdict before the lift, with the reasons that failed. The person decides.
    #
    #   score:   Caution::Score so far;  reflexes: as in Vitality;  bleeding:, hook_place:
    #   length_mm: nil when not measured yet;  min_taggable_mm;  tag_everything: under the house rules
    #   authorised:, tag_in_hand: true | false
    #   seconds_left: of the next lift;  tagging_seconds: the member's own median, or nil until enough are known
    #   water_temp_c, stop_c
    #
    # Returns { advice: :tag | :let_go, reasons: [String] }; reasons are empty when everything holds.
    module TagDecision
      # Until ten taggings are timed. House rule.
      USUAL_TAGGING_SECONDS = 20

      module_function

      def advise(score:, reflexes:, bleeding:, hook_place:, length_mm:, min_taggable_mm:, authorised:, tag_in_hand:, seconds_left:, tagging_seconds: nil,
                 water_temp_c: nil, stop_c: nil, tag_everything: false)
        needed = tagging_seconds || USUAL_TAGGING_SECONDS
        reasons = {
          "it was handled hard (#{score.points} points)" => !%i[good watch].include?(score.band),
          "it bleeds heavily" => bleeding == "heavy",
          "the hook sat in the gills" => hook_place == "gill",
          "it does not right itself" => reflexes["rights_itself"] == "absent",
          "it is shorter than #{min_taggable_mm} mm" => !tag_everything && length_mm && length_mm < min_taggable_mm,
          "the water is at its limit" => water_temp_c && stop_c && water_temp_c >= stop_c,
          "you may not tag" => !authorised,
          "there is no tag in hand" => !tag_in_hand,
          "only #{[seconds_left, 0].max.floor} s are left in this lift, and tagging takes #{needed.round}" => seconds_left < needed
        }.select { |_, failed| failed }.keys
        { advice: reasons.empty? ? :tag : :let_go, reasons: }
      end
    end
  end
end
