# frozen_string_literal: true

module Acts
  # A coordinator says whether an assumption of a method holds here, and why.
  module SayAssumption
    module_function

    # Raises Core::NotFound.
    def call(context, key:, holds:, why:)
      unless KEYS.include?(key)
        raise Core::NotFound.new(:no_such_assumption, "No answer rests on this assumption.")
      end

      context.store.write do
        context.store.water_answers.say(key, holds:, why:, member_id: context.member.id)
      end
    end

    KEYS = [
      *Core::Answers::GrowthAnswer::ASSUMPTIONS, *Core::Answers::MovementAnswers::ASSUMPTIONS,
      *Core::Answers::HandlingAnswers::ASSUMPTIONS, *Core::Answers::LengthAnswers::ASSUMPTIONS,
      *Core::Answers::RetentionAnswer::ASSUMPTIONS, *Core::Answers::TagAnswers::ASSUMPTIONS,
      *Core::Answers::ClosedAnswer::ASSUMPTIONS,
      *Core::Answers::ExploitationAnswer::ASSUMPTIONS
    ].map { |assumption| assumption[:key] }.freeze
  end
end
