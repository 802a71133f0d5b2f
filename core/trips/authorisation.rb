# frozen_string_literal: true

module Core
  module Trips
    # Whether a member may tag on a day. R8. Without it tags are withheld from the card; logging and recaptures still work.
    #
    #   member: { permit_number:, permit_expires_on: Date | nil, trained: ["tagging", "venting"] }
    module Authorisation
      WARN_DAYS = 60
      URGENT_DAYS = 14

      # Returns a Finding: stop when tags are withheld, care when it runs out soon.
      def self.check(member:, on:)
        number, expires_on, trained = member.values_at(:permit_number, :permit_expires_on, :trained)
        withheld = "No tag numbers go onto the card; logging and recaptures still work."
        return Finding.stop(:permit, "You have no permit number on file. #{withheld} Ask the coordinator.", "permit") if number.to_s.empty? || expires_on.nil?
        return Finding.stop(:permit, "Your permit #{number} expired on #{expires_on}. #{withheld} Ask the coordinator to renew it.", "permit") if expires_on < on
        return Finding.stop(:training, "You are not trained for tagging yet. #{withheld}", "training") unless trained.include?("tagging")

        days = (expires_on - on).to_i
        return Finding.care(:permit, "Your permit #{number} runs out in #{days} days, on #{expires_on}. Renew it now.", "permit") if days <= URGENT_DAYS
        return Finding.care(:permit, "Your permit #{number} runs out on #{expires_on}, in #{days} days.", "permit") if days <= WARN_DAYS

        Finding.ok(:permit, "Permit #{number}, valid until #{expires_on}; trained for #{trained.join(' and ')}.", "permit")
      end
    end
  end
end
