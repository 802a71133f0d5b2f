# frozen_string_literal: true

module Acts
  # What a coordinator makes of a doubt about a record: it stands as it is, or is looked at again;
  # or who wrote it is asked.
  #
  #   verdict: stands | asked | open;  why: the reason, or the question
  #
  # Raises Core::NotFound, Conflict, InvalidInput.
  module SettleQuery
    module_function

    def call(context, encounter_id:, code:, verdict:, why:)
      context.store.write do
        query = context.store.queries.lock(encounter_id, code) or
          raise Core::NotFound.new(:no_such_query, "There is no such query.")
        if query.settled? == (verdict != "open")
          raise Core::Conflict.at(
            "verdict",
            :not_so,
            (
              if verdict == "open"
                "This query is already open."
              else
                Core::Text.of("finds.settle_query.this_query_is_already_answered")
              end
            )
          )
        end

        if verdict == "asked"
          ask(context.store, query, encounter_id, why)
        else
          context.store.queries.settle(
            encounter_id,
            code,
            by: verdict == "stands" ? context.member.id : nil,
            why:,
            now: context.now
          )
        end
      end
    end

    def ask(store, query, encounter_id, why)
      numbers = store.fish.tags_at(encounter_id)
      WriteLetter.about_record(
        store:,
        member_id: query.member_id,
        caught_on: query.caught_on,
        question: "#{query.sentence}\n\n#{why}",
        number: numbers.first || "a fish without a tag"
      )
    end
    private_class_method :ask
  end
end
