# frozen_string_literal: true

module Acts
  # The house rules as they count for one member: the house's, made stricter where the member chose
  # to.
  module MemberRules
    module_function

    # In force now.
    def of(store:, member:) = with(store.house_rules.current, store.house_rules.own(member.id))

    # Those that a record was made under, whenever it arrives: the versions it names. A phone that
    # does not name a version of the member's own gets the one that was newest then.
    #
    # Raises Core::InvalidInput :unknown_rules for a version that never was.
    def under(store:, member_id:, version:, own_version:, now:)
      house = store.house_rules.find(version)
      own =
        (
          if own_version
            store.house_rules.own_version(member_id, own_version)
          else
            store.house_rules.own_at(member_id, now)
          end
        )
      return with(house, own) if house && own.version == (own_version || own.version)

      name = own_version&.positive? ? "#{version}.#{own_version}" : version
      raise Core::InvalidInput.at("house_rules_version", :unknown_rules,
        Core::Text.of("people.member_rules.there_is_no_version_of", name:))
    end

    # In force on a day; for what was written on paper then.
    def on(store:, member_id:, day:)
      night = day.next_day.to_time
      with(store.house_rules.at(night), store.house_rules.own_at(member_id, night))
    end

    # The house may have become stricter than the member since; then the house's stands.
    def with(house, own)
      own.any? ? house.with_own(own.choices, own_version: own.version) : house
    end
    private_class_method :with
  end
end
