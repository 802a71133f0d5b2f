# frozen_string_literal: true

module Acts
  # A private address under which a member's calendar program reads the planned trips by itself. It
  # is shown once; what is kept is its hash. Another one ends the last.
  module ShareCalendar
    BYTES = 24

    module_function

    # Returns the key of the address.
    def call(context)
      key = SecureRandom.urlsafe_base64(BYTES)
      context.store.members.keep_calendar(context.member.id, digest(key))
      key
    end

    def end_it(context) = context.store.members.keep_calendar(context.member.id, nil)

    # The member with this address. Raises Core::NotFound.
    def member(store, key)
      store.members.by_calendar(digest(key)) || raise(Core::NotFound.new(
        :no_such_calendar, "This calendar address has ended. Make a new one on Ready."
      ))
    end

    def digest(key) = Digest::SHA256.hexdigest(key)
    private_class_method :digest
  end
end
