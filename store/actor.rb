# frozen_string_literal: true

module Store
  # Who is behind what this thread writes. The API says so when it knows; jobs and start-up are the
  # application itself.
  module Actor
    Person = Struct.new(:member_id, :by)
    APPLICATION = Person.new(nil, "the application").freeze
    VISITOR = Person.new(nil, "somebody without an account").freeze

    module_function

    def now = Thread.current[:voucher_actor] || APPLICATION
    def is(person) = Thread.current[:voucher_actor] = person
    def member(member) = is(Person.new(member.id, member.role))

    # For the transaction that is open.
    def tell(db)
      db.select(
        Sequel.function(:set_config, "voucher.member", now.member_id.to_s, true),
        Sequel.function(:set_config, "voucher.by", now.by, true)
      ).first
    end
  end
end
