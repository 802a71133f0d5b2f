# frozen_string_literal: true

module Core
  module People
    # The three things that a new member does first, until a fish is tagged. House rule.
    module FirstSteps
      Step = Struct.new(:key, :text, :is_done, keyword_init: true)

      module_function

      # lessons_open: whether lessons are not passed yet;  locker: Trips::Locker;  planned: whether
      # a trip was planned
      # Returns [Step], in the order in which they are done.
      def of(lessons_open:, locker:, planned:)
        [
          Step.new(
            key: "lessons", text: Text.of("people.first_steps.lessons"), is_done: !lessons_open
          ),
          Step.new(
            key: "kit", text: Text.of("people.first_steps.kit"),
            is_done: locker != Trips::Locker.empty
          ),
          Step.new(key: "plan", text: Text.of("people.first_steps.plan"), is_done: planned)
        ]
      end
    end
  end
end
