# frozen_string_literal: true

module Store
  # The people of the cooperative.
  class Members
    COLUMNS = %i[id account_id name public_name role units permit_number permit_expires_on].freeze

    def initialize(db) = @db = db

    def find(id) = @db[:members].select(*COLUMNS).first(id:)

    def by_account(account_id) = account_id && @db[:members].select(*COLUMNS).first(account_id:)

    # Whether somebody signs in with this address.
    def account?(email) = !@db[:accounts].where(email:).empty?

    # Where letters to this member go; nil for a member without a sign-in.
    def email(id) = @db[:accounts].join(:members, account_id: :id).where(Sequel[:members][:id] => id).get(:email)
  end
end
