# frozen_string_literal: true

module Core
  module Handling
    # Tag it or let it go, and where: the verdict before the lift, with the reasons that failed. The
    # person decides.
    #
    # Where (school Q): on the board when what is left of a lift holds the tagging alone; else in
    # the water, in net or cradle, gills under, where its clock does not count as air; time is a
    # reason to let go only where the house says board.
    module TagDecision
      # From the lift to the tag in, until so many of that air class are timed. House rule.
      USUAL_TAGGING_SECONDS = 8
      # So many make an own median.
      TIMED_TAGGINGS = 10

      TAGGABLE_BANDS = %i[good watch].freeze

      # Who would tag: may they, have they a tag in hand, and how long do they take?
      #   tagging_seconds: the member's own median of that air class, nil until TIMED_TAGGINGS are
      #                    known
      Tagger = Value.of(:tagging_seconds, authorised: true, tag_in_hand: true)

      module_function

      # The advice for a situation whose score and budget are not at hand; see .advise.
      def for_situation(situation)
        review = Review.of(situation)
        advise(situation, score: review.score, air_budget: review.air_budget)
      end

      #   situation: Situation;  score: Caution::Score;  air_budget: AirBudget::Budget of it
      #
      # Returns { advice: :tag | :let_go, where: :board | :water | nil, reasons: [String] }; reasons
      # are empty when everything holds.
      def advise(situation, score:, air_budget:, tagger: Tagger.new)
        left = [
          air_budget.one_lift_seconds,
          air_budget.total_seconds - situation.air_before_seconds
        ].min
        left -= situation.stages.lift_seconds.last if situation.stages.out? && situation.now_ms
        needed = tagger.tagging_seconds || USUAL_TAGGING_SECONDS
        where = where(situation.school(:tag_place), left >= needed)
        reasons = reasons(situation, score, tagger)
        reasons += [time_reason(air_budget, left, needed)] if where.nil?
        if reasons.empty?
          { advice: :tag, where:, reasons: }
        else
          { advice: :let_go, where: nil, reasons: }
        end
      end

      # timed: [[air class, seconds], ...] of one member
      # Returns { air class => median } where there are enough.
      def own_medians(timed)
        timed
          .group_by(&:first)
          .transform_values { |rows| rows.map(&:last).sort }
          .select { |_air_class, seconds| seconds.size >= TIMED_TAGGINGS }
          .transform_values do |seconds|
            (seconds[(seconds.size - 1).div(2)] + seconds[seconds.size.div(2)]) / 2.0
          end
      end

      def where(school, lift_holds_it)
        return :water if school == :always_in_water
        return :board if lift_holds_it

        school == :on_board ? nil : :water
      end

      def reasons(situation, score, tagger)
        [
          (
            if TAGGABLE_BANDS.include?(score.band)
              nil
            else
              "it was handled hard (#{score.points} points)"
            end
          ),
          (situation.bleeding == "heavy" ? "it bleeds heavily" : nil),
          (situation.hook_place == "gill" ? "it is hooked in the gills" : nil),
          (situation.reflexes["rights_itself"] == "absent" ? "it does not right itself" : nil),
          small(situation),
          (situation.heat == :stop ? "the water is at its limit" : nil),
          (tagger.authorised ? nil : "you may not tag"),
          (tagger.tag_in_hand ? nil : "there is no tag in hand")
        ].compact
      end

      def small(situation)
        species = situation.species
        return nil if situation.length.nil? || situation.school(:small_fish) == :tag_everything

        least = Units.length_text(species.min_taggable_mm, situation.units)
        if situation.unconverted?
          return (
            Text.of(
              "handling.tag_decision.its_cannot_be_converted_to", kind: situation.length.kind,
              length_kind: species.length_kind, least:
            )
          )
        end

        situation.own_length.mm < species.min_taggable_mm ? "it is shorter than #{least}" : nil
      end

      def time_reason(air_budget, left, needed)
        return "it may not be lifted, and the house tags on the board" if air_budget.no_lift

        "only #{[left, 0].max.floor} s are left in this lift, and tagging takes #{needed.round}"
      end
      private_class_method :where, :reasons, :small, :time_reason
    end
  end
end
