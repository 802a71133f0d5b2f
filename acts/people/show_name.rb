# frozen_string_literal: true

module Acts
  # The name that others see of a member: as they choose, until a day, or none. Withdrawn, it is
  # gone from every page with the next look.
  module ShowName
    module_function

    # name: String | nil;  until_on: Date | nil
    # Raises Core::Forbidden for a junior whose guardian has not consented.
    def call(context, name:, until_on: nil)
      member = context.member
      if name && member.consent_missing?
        raise Core::Forbidden.new(
          :no_consent, "A guardian has to consent before your name is shown."
        )
      end

      context.store.write do
        context.store.members.change(
          member.id, public_name: name&.strip, public_name_until: name && until_on
        )
        context.store.changes.note(
          record: "member", record_id: member.id, before: { public_name: member.public_name },
          after: { public_name: name }, member_id: member.id
        )
      end
    end
  end
end
