# frozen_string_literal: true

module Acts
  # A coordinator says whether an assumption of a method holds here, and why.
  module SayAssumption
    module_function

    # Raises Core::NotFound.
    def call(context, key:, holds:, why:)
      unless KEYS.include?(key)
        raise Core::NotFound.new(:no_such_assumption, "No answer rests on such an assumption.")
      end

      context.store.write do
        context.store.water_answers.say(key, holds:, why:, member_id: context.member.id)
      end
    end

    KEYS = [
      *Core::Water::GrowthAnswer::ASSUMPTIONS, *Core::Water::MovementAnswers::ASSUMPTIONS,
      *Core::Water::HandlingAnswers::ASSUMPTIONS, *Core::Water::LengthAnswers::ASSUMPTIONS,
      *Core::Water::RetentionAnswer::ASSUMPTIONS, *Core::Water::TagAnswers::ASSUMPTIONS,
      *Core::Water::ClosedAnswer::ASSUMPTIONS,
      *Core::Water::ExploitationAnswer::ASSUMPTIONS
    ].map { |assumption| assumption[:key] }.freeze
  end
end
