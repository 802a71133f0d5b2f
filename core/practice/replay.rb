# frozen_string_literal: true

module Core
  module Practice
    # What a member did in an exercise, done again.
    module Replay
      # No scene lasts longer.
      MOST_MS = 20 * 60_000

      module_function

      # result: { skill:, scene:, seed:, level:, deeds: }; deeds are the answer of an exercise, a
      #         Hash; of a scene [[ms, winds, drag_percent, act | nil], ...] as a phone advanced it
      # Returns { marks: } or { points: }, nil where nothing comes of it.
      def call(door, result)
        outcome = result[:skill] == "handle" ? points(door, result) : marks(door, result)
        outcome unless outcome.nil? || outcome.value?(nil)
      rescue NoMethodError, TypeError, ArgumentError, KeyError, ZeroDivisionError
        # Deeds that are none.
        nil
      end

      def marks(door, result)
        exercise = result[:skill]
        task = door.ask("task", { exercise:, **result.slice(:seed, :level) })[:task]
        { marks: door.ask("score", { exercise:, task:, answer: result[:deeds] })[:marks] }
      end

      def points(door, result)
        return if result[:deeds].sum(&:first) > MOST_MS

        door.ask("begin", result.slice(:scene, :seed))
        result[:deeds].each do |ms, winds, drag_percent, act|
          state = door.ask("advance", { ms:, winds:, drag_percent:, act: })
          return { points: state[:debrief][:points] } if state[:debrief]
        end
        nil
      end
      private_class_method :marks, :points
    end
  end
end
