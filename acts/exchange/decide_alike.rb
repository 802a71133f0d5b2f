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
        .select { |one| seen.key?(one[:id]) }
      left = ours.filter_map do |one|
        why = decide(context, one, verdict, reason, seen[one[:id]])
        why && { id: one[:id], why: }
      end
      gone = seen.keys - ours.map { |one| one[:id] }
      { decided: ours.size - left.size,
        left: left + gone.map { |one| { id: one, why: "It waits no more." } } }
    end

    # Returns why it was left, or nil.
    def decide(context, report, verdict, reason, seen)
      best = verdict == "accepted" ? WaitingImport.best(context.store, report[:id]) : {}
      DecideReport.call(
        context, report_id: report[:id], verdict:, reason:, seen:,
        tag_number: best[:best_number]
      )
      nil
    rescue Core::Error => e
      e.message
    end
    private_class_method :decide
  end
end
