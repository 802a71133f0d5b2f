# frozen_string_literal: true

module Acts
  # The coordinator accepts who asked to join, asks something, or declines; each with words that go
  # out by letter. Accepted, everybody of the application becomes a member; who signs in gets the
  # letter for a password.
  #
  #   verdict: "accepted" | "asked" | "declined";  words: String | nil
  #   dues: { fee: "paid" | "waived" | "due", fee_due_on: Date | nil }
  #
  # Raises Core::NotFound, Core::Conflict, Core::InvalidInput.
  module DecideApplication
    YEAR_DAYS = 365

    module_function

    # dues: { fee:, fee_due_on: }
    def call(context, id:, verdict:, words: nil, dues: {})
      store = context.store
      store.write do
        store.applications.lock(id)
        application = store.applications.find(id) or
          raise Core::NotFound.new(:no_such_application, "There is no such application.")
        refuse(application, verdict, words)
        accept(context, application, dues) if verdict == "accepted"
        store.applications.change(
          id, state: verdict, words:, decided_by: context.member.id, decided_at: context.now
        )
        DoorLetters.decided(store, application.with(state: verdict, words:))
      end
    end

    def refuse(application, verdict, words)
      conflict(:decided, "This was decided already. Reload the page.") if application.decided?
      if verdict == "accepted" && application.consent_missing?
        conflict(:no_consent, "The guardian has not consented yet.")
      end
      return if verdict == "accepted" || words.to_s.strip.size >= 3

      raise Core::InvalidInput.at("words", :no_words, "Say why, or what you want to know.")
    end

    # The first signs in with the address; the others of a family are entered by name.
    def accept(context, application, dues)
      store = context.store
      about = { **dues, renew_on: context.today + YEAR_DAYS }
      application.people.each_with_index do |person, index|
        member = {
          name: person[:name], role: "tagger", is_junior: person[:is_junior] || false,
          guardian_consented_at: consent_of(application, person), **about
        }
        id = index.zero? ? add(store, member, application.email) : store.members.add_by_name(member)
        store.changes.note(
          record: "member", record_id: id, before: nil, after: { joined: application.kind },
          member_id: context.member.id
        )
      end
    end

    # A family is asked for by who is of age in it.
    def consent_of(application, person)
      return nil unless person[:is_junior]

      application.junior? ? application.guardian_consented_at : application.sent_at
    end

    def add(store, member, email)
      if store.members.account?(email)
        conflict(:address_taken, "Somebody signs in with #{email} already.")
      end
      store.members.add(email:, **member).tap { ResetJob.enqueue(email) }
    end

    def conflict(code, sentence) = raise(Core::Conflict.at("verdict", code, sentence))
    private_class_method :refuse, :accept, :consent_of, :add, :conflict
  end
end
