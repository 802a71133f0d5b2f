# frozen_string_literal: true

module Acts
  # What follows from a plan for this member: core's outlook over what the store knows of them.
  module Outlook
    def self.call(store:, member:, read:, today:)
      rules = MemberRules.of(store:, member:)
      since = today - Store::Custody::USE_DAYS
      pouch = store.custody.pouches(since:, member_id: member[:id]).first
      tags =
        pouch.slice(:in_pouch, :next_number, :used, :trips).merge(days: Store::Custody::USE_DAYS)
      Core::Trips::Outlook.for(
        plan: read[:plan],
        locker: store.lockers.of(member[:id]),
        rules:,
        laws: read[:laws],
        member:,
        tags:,
        today:
      ).merge(house_rules_version: rules.version)
    end
  end
end
