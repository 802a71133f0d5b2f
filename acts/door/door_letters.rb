# frozen_string_literal: true

module Acts
  # Letters to people who want to join, and to members whose year ends.
  module DoorLetters
    KIND = "joining"

    module_function

    def to_guardian(store, application, key)
      name, guardian = application.name, application.guardian_name || "Parent or guardian"
      link = "#{LetterJob.base_url}/join/consent/#{key}"
      programme, contact = programme_of(store)
      queue(
        store, application.guardian_email, Core::Text.of("door.letters.guardian_subject"),
        Core::Text.of("door.letters.guardian", guardian:, name:, programme:, link:, contact:)
      )
    end

    def decided(store, application)
      queue(store, application.email, *decision(store, application))
    end

    def renewal(store, member)
      name, day = member.name, Core::Units.day_text(member.renew_on)
      programme, contact = programme_of(store)
      queue(
        store, member.email, Core::Text.of("door.letters.renewal_subject"),
        Core::Text.of("door.letters.renewal", name:, programme:, day:, contact:)
      )
    end

    # [subject, body]
    def decision(store, application)
      name, words = application.name, application.words
      programme, contact = programme_of(store)
      case application.state
      when "accepted"
        [Core::Text.of("door.letters.accepted_subject"),
          Core::Text.of("door.letters.accepted", name:, programme:, words:, contact:)]
      when "asked"
        [Core::Text.of("door.letters.asked_subject"),
          Core::Text.of("door.letters.asked", name:, programme:, words:, contact:)]
      when "declined"
        [Core::Text.of("door.letters.declined_subject"),
          Core::Text.of("door.letters.declined", name:, programme:, words:, contact:)]
      end
    end

    def programme_of(store) = store.programme.find.to_h.values_at(:name, :contact)

    def queue(store, recipient, subject, body)
      WriteLetter.queue(store:, kind: KIND, recipient:, subject:, body:)
    end
    private_class_method :decision, :programme_of, :queue
  end
end
