# frozen_string_literal: true

module Core
  module Law
    # May this fish be kept? The law as entered, with the error of measuring; whatever is not
    # clearly legal is let go. Local rules decide.
    #
    # Returns { may: true | false, text: String, needs: "length" | nil }: what has to be said before
    # it can be kept at all.
    module KeepVerdict
      module_function

      # situation: Handling::Situation
      def of(situation)
        law = situation.law
        return no("the house releases all fish") unless situation.may_keep?
        return yes("no law entered. Local rules decide") if law.nil?
        return no("the season is closed") if situation.on && !law.open_on?(situation.on)

        if law.bag_limit && situation.kept_before >= law.bag_limit
          return no("the bag of #{law.bag_limit} is full: #{situation.kept_before} kept today")
        end

        limits = [law.min_mm, law.max_mm].compact
        verdict = limits.empty? ? yes("no length limit entered") : by_length(situation, law, limits)
        if verdict[:may] && law.bag_limit
          yes("#{verdict[:text]}; #{situation.kept_before + 1} of #{law.bag_limit} today")
        else
          verdict
        end
      end

      def by_length(situation, law, limits)
        return no("measure it first", needs: "length") if situation.length.nil?

        length = situation.species.convert(situation.length, to: law.length_kind)
        if length.nil?
          return (
            no(
              Text.of(
                "law.keep_verdict.the_law_measures_and_its", length_kind: law.length_kind,
                kind: situation.length.kind
              )
            )
          )
        end

        text = lambda do |mm|
          "#{Units.length_text(mm,
            situation.units)}#{" #{law.length_kind}" if law.length_kind != situation.length.kind}"
        end
        case Slot.verdict(length:, min_mm: law.min_mm, max_mm: law.max_mm)
        when :too_close then no(Text.of(
          "law.keep_verdict.too_close_to_to_call",
          end: text.call(limits.find do |limit|
            length.against(limit) == :near
          end)
        ))
        when :below then no("under #{text.call(law.min_mm)}: release it")
        when :above then no("over #{text.call(law.max_mm)}: release it")
        else yes("inside the legal length")
        end
      end

      def no(text, needs: nil) = { may: false, text:, needs: }

      def yes(text) = { may: true, text:, needs: nil }
      private_class_method :by_length, :no, :yes
    end
  end
end
