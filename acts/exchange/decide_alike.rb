# frozen_string_literal: true

module Acts
  # One decision for many reports of a table that wait for the same reason: each is decided as if
  # alone, with the same words, and what somebody decided meanwhile is left.
  #
  #   verdict: "accepted" (each as its likeliest fish) | "none_of_these"
  #   seen:    { report id => how many decisions the coordinator saw }
  module DecideAlike
    module_function

    # Returns { decided: how many, left: [{ id:, why: }] }. Raises Core::NotFound, InvalidInput.
    def call(context, id:, verdict:, reason:, seen:)
      ImportKnown.fetch(context.store, id)
      ours = context.store.imports.waiting(id, limit: WaitingImport::MOST)
        .select { |waits| seen.key?(waits.id) }
      left = ours.filter_map do |waits|
        why = decide(context, waits.id, verdict, reason, seen[waits.id])
        why && { id: waits.id, why: }
      end
      gone = seen.keys - ours.map(&:id)
      { decided: ours.size - left.size,
        left: left + gone.map { |id| { id:, why: "It no longer waits for a review." } } }
    end

    # Returns why it was left, or nil.
    def decide(context, report_id, verdict, reason, seen)
      best = WaitingImport.best(context.store, report_id) if verdict == "accepted"
      DecideReport.call(
        context, report_id:, verdict:, reason:, seen:, tag_number: best&.number
      )
      nil
    rescue Core::Error => e
      e.message
    end
    private_class_method :decide
  end
end
