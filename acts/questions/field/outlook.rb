# frozen_string_literal: true

module Acts
  # What follows from a plan for this member: core's outlook over what the store knows of them.
  module Outlook
    def self.call(context, read:, today:)
      rules = MemberRules.of(store: context.store, member: context.member)
      since = today - Store::Custody::USE_DAYS
      pouch = context.store.custody.pouches(since:, member_id: context.member.id).first
      tags =
        pouch.slice(:in_pouch, :next_number, :used, :trips).merge(days: Store::Custody::USE_DAYS)
      Core::Trips::Outlook.for(
        plan: read.plan,
        locker: context.store.lockers.of(context.member.id),
        rules:,
        laws: read.laws,
        gear_law: read.gear_law,
        member: context.member,
        tags:,
        today:
      ).merge(house_rules_version: rules.version, lessons: OpenPractice.lessons(context))
    end
  end
end
