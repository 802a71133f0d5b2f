# frozen_string_literal: true

module Acts
  # Tells both coordinators by letter when one changes the other's account, so that neither can do
  # it unseen. Of other members, and of oneself, nothing is sent.
  module TellCoordinators
    # by, member: Core::People::Member, as it was before;  deed: "took ... off", in the past tense
    def self.call(store:, by:, member:, deed:)
      return if !member.coordinator? || member.id == by.id

      [by, member].each do |address|
        recipient = store.members.email(address.id) or next
        WriteLetter.queue(
          store:, kind: "password", recipient:, subject: "A coordinator's account was changed",
          body: Core::Text.of(
            "people.tell_coordinators.of_who_is_a_coordinator", by: by.name, deed:,
            member: member.name
          )
        )
      end
    end
  end
end
