# frozen_string_literal: true

module Acts
  # Everybody, with what their permit allows today.
  module ReadMembers
    def self.call(store:, today:)
      store.members.all.map do |member|
        member.slice(
          :id, :name, :email, :role, :public_name, :permit_number, :permit_expires_on, :trained,
          :active, :mentor_id
        ).merge(authorisation: Core::Trips::Authorisation.standing(member:, on: today).to_h)
      end
    end
  end
end
