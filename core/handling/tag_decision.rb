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

      TAGGABLE_BANDS = %i[good watch].freeze
      # `%{...}` is filled in with this fish's own numbers.
      SENTENCES = {
        handled_hard: "it was handled hard (%{points} points)", bleeding: "it bleeds heavily", gill: "the hook sat in the gills",
        rolls_over: "it does not right itself", small: "it is shorter than %{min_mm} mm", heat: "the water is at its limit",
        authorised: "you may not tag", no_tag: "there is no tag in hand", time: "only %{left} s are left in this lift, and tagging takes %{needed}"
      }.freeze

      module_function

      # The same stops as rows to look up, for a device that computes no rule.
      def table(tagging_seconds: nil)
        { needed_seconds: (tagging_seconds || USUAL_TAGGING_SECONDS).round, most_points: TAGGABLE_BANDS.map { |band| Caution::BANDS.fetch(band).last }.max, sentences: SENTENCES }
      end

      def advise(score:, reflexes:, bleeding:, hook_place:, length_mm:, min_taggable_mm:, authorised:, tag_in_hand:, seconds_left:, tagging_seconds: nil,
                 water_temp_c: nil, stop_c: nil, tag_everything: false)
        needed = tagging_seconds || USUAL_TAGGING_SECONDS
        failed = {
          handled_hard: !TAGGABLE_BANDS.include?(score.band), bleeding: bleeding == "heavy", gill: hook_place == "gill",
          rolls_over: reflexes["rights_itself"] == "absent", small: !tag_everything && length_mm && length_mm < min_taggable_mm,
          heat: water_temp_c && stop_c && water_temp_c >= stop_c, authorised: !authorised, no_tag: !tag_in_hand, time: seconds_left < needed
        }.select { |_, fails| fails }.keys
        numbers = { points: score.points, min_mm: min_taggable_mm, left: [seconds_left, 0].max.floor, needed: needed.round }
        reasons = failed.map { |key| format(SENTENCES.fetch(key), numbers) }
        { advice: reasons.empty? ? :tag : :let_go, reasons: }
      end
    end
  end
end
