# frozen_string_literal: true

module Store
  # The security log, and the devices that members are signed in on.
  class Security
    def initialize(db) = @db = db

    # event: { kind:, account_id:, by_account_id:, detail: };  address, agent: of the device
    def note(address: nil, agent: nil, **event)
      event_id = @db[:security_events].insert(**event)
      @db[:security_traces].insert(event_id:, address:, agent:)
    end

    # Newest first: { events: [{ id:, at:, kind:, who:, by:, address:, agent:, detail: }], more: }
    #   before: id of the last one seen
    def page(kind: nil, account_id: nil, before: nil, limit: 100)
      noticed = events
      noticed = noticed.where(kind:) if kind
      noticed = noticed.where(Sequel[:security_events][:account_id] => account_id) if account_id
      noticed = noticed.where { Sequel[:security_events][:id] < before } if before
      rows = noticed.order(Sequel.desc(Sequel[:security_events][:id])).limit(limit + 1).all
      { events: rows.first(limit), more: rows.size > limit }
    end

    # Where an account is signed in: [{ number:, session_id:, created_at:, last_use:, address:,
    # agent: }], used last first
    def sessions(account_id)
      @db[:account_active_session_keys]
        .where(account_id:)
        .order(Sequel.desc(:last_use))
        .select(:number, :session_id, :created_at, :last_use, :address, :agent)
        .all
    end

    # Returns whether there was one.
    def end_session(account_id, number)
      @db[:account_active_session_keys].where(account_id:, number:).delete.positive?
    end

    def end_all_sessions(account_id) = @db[:account_active_session_keys].where(account_id:).delete

    # Whether a second factor is set up, and how many codes on paper are left.
    def second_factor(account_id)
      {
        set_up: !@db[:account_otp_keys].where(id: account_id).empty?,
        paper_codes: @db[:account_recovery_codes].where(id: account_id).count
      }
    end

    # For a member who lost phone and paper.
    def drop_second_factor(account_id)
      @db[:account_recovery_codes].where(id: account_id).delete
      @db[:account_otp_keys].where(id: account_id).delete.positive?
    end

    private

    def events
      @db[:security_events]
        .left_join(:members, account_id: Sequel[:security_events][:account_id])
        .left_join(
          Sequel[:members].as(:makers),
          account_id: Sequel[:security_events][:by_account_id]
        )
        .left_join(:security_traces, event_id: Sequel[:security_events][:id])
        .select(
          Sequel[:security_events][:id],
          Sequel[:security_events][:at],
          :kind,
          Sequel[:members][:name].as(:who),
          Sequel[:makers][:name].as(:by),
          :address,
          :agent,
          :detail
        )
    end
  end
end
