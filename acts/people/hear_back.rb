# frozen_string_literal: true

module Acts
  # The member chooses when letters report a fish that came back: each time, on Mondays, or never.
  module HearBack
    module_function

    def choose(context, hears:)
      member = context.member
      context.store.write do
        before = context.store.members.hears(member.id)[:hears]
        context.store.members.change(member.id, hears:)
        context.store.changes.note(record: "member", record_id: member.id,
          before: { hears: before }, after: { hears: }, member_id: member.id)
      end
    end

    # By the key of a letter, without signing in: { hears: }, and nobody's name.
    # Raises Core::NotFound.
    def read(context, key:) = fetch(context.store, key).slice(:hears)

    def stop(context, key:)
      context.store.write do
        context.store.members.change(fetch(context.store, key)[:id], hears: "never")
      end
      { hears: "never" }
    end

    # When a letter of this choice leaves: Time; nil: at once.
    def leaves_at(store, hears, now:, not_before:)
      return not_before unless hears == "monday"

      [store.programme.next_monday(now), not_before].compact.max
    end

    def fetch(store, key)
      store.members.by_stop_key(key) || raise(Core::NotFound.new(
        :no_such_letter, "This address has ended. Sign in, and choose under You."
      ))
    end
    private_class_method :fetch
  end
end
