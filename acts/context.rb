# frozen_string_literal: true

module Acts
  # In what an act happens: what is stored, who acts, and when.
  #
  #   store: Store::Gateway;  now: Time
  #   member: Core::People::Member, nil where nobody is signed in
  class Context
    attr_reader :store, :member, :now

    def initialize(store:, member: nil, now: Time.now)
      @store = store
      @member = member
      @now = now
      freeze
    end

    # The day where the programme is.
    def today = store.programme.day(now)

    # The same for somebody else, or at another time.
    def with(**changes) = Context.new(store:, member:, now:, **changes)
  end
end
