# frozen_string_literal: true

module Store
  # The people of the cooperative.
  class Members
    COLUMNS = Core::People::Member.members - %i[email]

    def initialize(db) = @db = db

    # Core::People::Member or nil
    def find(id) = member(@db[:members].select(*COLUMNS).first(id:))

    # Until the transaction is over nobody else changes this member.
    def lock(id) = @db[:members].where(id:).for_update.get(:id)

    # Everybody, with their address
    def all
      columns = COLUMNS.map { |column| Sequel[:members][column] }
      @db[:members].where(forgotten_at: nil).left_join(:accounts, id: :account_id).order(:name)
        .select(*columns, :email).map { |row| member(row) }
    end

    # { id => public name or nil } of everybody who ever was one, the first to join first
    def public_names = @db[:members].order(:created_at, :id).as_hash(:id, :public_name)

    # Returns the new member's id. The password is set by letter.
    def add(email:, **columns)
      @db[:members].insert(account_id: @db[:accounts].insert(email:), **stored(columns))
    end

    # Somebody who does not sign in, as of a family. Returns the id.
    def add_by_name(columns) = @db[:members].insert(**stored(columns))

    # Names that may be shown no more are gone.
    def hide_names(today:)
      @db[:members].where { public_name_until < today }
        .update(public_name: nil, public_name_until: nil)
    end

    # Whose year ends by then and who was not written to since: [Core::People::Member] with address
    def to_renew(by:, since:)
      written = @db[:letters].where(kind: "joining", member_id: Sequel[:members][:id])
        .where { queued_at >= since }
      columns = COLUMNS.map { |column| Sequel[:members][column] }
      @db[:members].join(:accounts, id: :account_id).where(active: true)
        .where { renew_on <= by }.exclude(written.exists).select(*columns, :email)
        .map { |row| member(row) }
    end

    def change(id, columns) = @db[:members].where(id:).update(**stored(columns))

    def by_account(account_id)
      account_id && member(@db[:members].select(*COLUMNS).first(account_id:, active: true))
    end

    # An account is made where there was none; sessions and keys of the old address end.
    def change_address(id, email)
      account_id = @db[:members].where(id:).get(:account_id)
      return change(id, account_id: @db[:accounts].insert(email:)) if account_id.nil?

      @db[:accounts].where(id: account_id).update(email:)
      @db[:account_active_session_keys].where(account_id:).delete
      @db[:account_password_reset_keys].where(id: account_id).delete
    end

    # Has this account ever had a password?
    def password?(account_id) = !@db[:account_password_hashes].where(id: account_id).empty?

    def keep_calendar(id, digest) = @db[:members].where(id:).update(calendar_digest: digest)

    def calendar?(id) = !@db[:members].where(id:).exclude(calendar_digest: nil).empty?

    # Core::People::Member whose calendar address this is, or nil
    def by_calendar(digest)
      member(@db[:members].select(*COLUMNS).first(calendar_digest: digest, active: true))
    end

    def by_account_name(account_id) = @db[:members].where(account_id:).get(:name)

    # The account that signs in with this address, or nil
    def account_id(email) = @db[:accounts].where(email:).get(:id)

    # Whether somebody signs in with this address.
    def account?(email) = !@db[:accounts].where(email:).empty?

    # Where letters to this member go; nil for a member without a sign-in.
    def email(id)
      @db[:accounts].join(:members, account_id: :id).where(Sequel[:members][:id] => id).get(:email)
    end

    # { email:, hears:, stop_key: }
    def hears(id)
      @db[:members].left_join(:accounts, id: :account_id).where(Sequel[:members][:id] => id)
        .select(:email, :hears, :stop_key).first
    end

    # { id:, hears: }, nil where no member has this key
    def by_stop_key(key)
      @db[:members].where(stop_key: key, forgotten_at: nil).select(:id, :hears).first
    end

    private

    def member(row)
      return if row.nil?

      Core::People::Member.new(**row, trained: row[:trained].to_a, stricter: row[:stricter].to_h)
    end

    def stored(columns)
      columns = columns.merge(trained: Sequel.pg_array(columns[:trained], :text)) if columns.key?(
        :trained
      )
      if columns.key?(:stricter)
        columns.merge(stricter: Sequel.pg_jsonb(columns[:stricter]))
      else
        columns
      end
    end
  end
end
