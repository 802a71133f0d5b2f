# frozen_string_literal: true

require "pg"

module Store
  # Tells that the database is down, starting, full or otherwise not itself from an error that is
  # ours.
  module Outage
    ERRORS = [Sequel::DatabaseConnectionError, Sequel::DatabaseDisconnectError, Sequel::PoolTimeout,
      PG::ConnectionBad, PG::UnableToSend].freeze
    # SQLSTATE classes and codes: no room, no memory, too many connections; shutting down, starting
    # up, crashed; a standby that was asked to write; waited too long.
    STATES = /\A(53\w{3}|57P0\d|25006|55P03|57014|58030)\z/

    module_function

    def is?(error)
      return true if ERRORS.any? { |kind| error.is_a?(kind) }

      pg = error.is_a?(Sequel::DatabaseError) ? error.wrapped_exception : error
      return false unless pg.is_a?(PG::Error)

      state = pg.respond_to?(:result) ? pg.result&.error_field(PG::Result::PG_DIAG_SQLSTATE) : nil
      state.nil? || state.match?(STATES)
    end

    # A connection that broke before anything was said on it: asking once more is safe.
    def stale_connection?(error) = error.is_a?(Sequel::DatabaseDisconnectError)
  end
end
