# frozen_string_literal: true

module Acts
  # A guardian's word on a junior, by the key of the letter.
  module GuardianConsent
    module_function

    # { name:, guardian_name:, programme:, consented: }. Raises Core::NotFound.
    def read(context, key:)
      application = fetch(context.store, key)
      {
        name: application.name, guardian_name: application.guardian_name,
        programme: context.store.programme.find.name, consented: !application.consent_missing?
      }
    end

    def give(context, key:)
      application = fetch(context.store, key)
      context.store.write do
        context.store.applications.change(application.id, guardian_consented_at: context.now)
      end
      read(context, key:)
    end

    def digest(key) = Digest::SHA256.hexdigest(key)

    def fetch(store, key)
      store.applications.by_guardian(digest(key)) || raise(Core::NotFound.new(
        :no_such_letter, "This address has ended. Ask the cooperative for another letter."
      ))
    end
    private_class_method :fetch
  end
end
