# frozen_string_literal: true

module Acts
  # Somebody asks to join. A junior's guardian gets a letter; the coordinators see it on their desk.
  #
  #   id:   UUID of the browser, so that a second sending is the same
  #   sent: { kind:, name:, email:, phone:, message:, family: [{ name:, is_junior: }],
  #         guardian_name:, guardian_email:, promised: true, answer: }
  #
  # Raises Core::InvalidInput, Core::Conflict.
  module AskToJoin
    # One address of mail asks so often in a day.
    MOST_A_DAY = 3
    KEY_BYTES = 24

    module_function

    def call(context, id:, sent:)
      store = context.store
      check(store.programme.find, sent)
      fingerprint = Fingerprint.of(sent)
      store.write do
        known = store.applications.fingerprint(id)
        return { state: store.applications.find(id).state } if known == fingerprint
        raise Core::Conflict.at("id", :other_content, "This was sent already.") if known

        check_address(context, sent[:email])
        add(store, id, sent, fingerprint)
      end
      { state: "waiting" }
    end

    def add(store, id, sent, fingerprint)
      fields = sent.except(:promised, :answer)
      key = sent[:kind] == "junior" ? SecureRandom.urlsafe_base64(KEY_BYTES) : nil
      application = Core::People::Application.new(id:, **fields, family: sent[:family] || [])
      store.applications.add(
        application, fingerprint:, guardian_digest: key && GuardianConsent.digest(key)
      )
      DoorLetters.to_guardian(store, application, key) if key
    end

    def check(programme, sent)
      refuse("promised", "Please confirm the promise first.") unless sent[:promised]
      unless programme.right_answer?(sent[:answer])
        refuse("answer", "That is not the answer. Ask somebody of the cooperative.")
      end
      return unless sent[:kind] == "junior" && sent[:guardian_email].to_s.strip.empty?

      refuse("guardian_email", "A junior needs the address of a parent or guardian.")
    end

    def check_address(context, email)
      since = context.now - 86_400
      return if context.store.applications.from_address(email, since:) < MOST_A_DAY

      refuse("email", "This address has asked #{MOST_A_DAY} times today. Please wait a day.")
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :not_so, sentence))
    private_class_method :add, :check, :check_address, :refuse
  end
end
