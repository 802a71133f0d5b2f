# frozen_string_literal: true

require "logger"

# The SQL queries that a block sends to a database.
module Queries
  # Notes what a connection logs, and writes nothing.
  class Listener < Logger
    attr_reader :heard

    def initialize
      super(nil)
      @heard = []
    end

    def add(_severity, message = nil, name = nil)
      heard << (message || name).to_s
      true
    end
  end

  # [String], each from its SELECT on.
  def self.of(db)
    listener = Listener.new
    db.loggers << listener
    yield
    listener.heard.filter_map { |line| line[/\bSELECT .*/m] }
  ensure
    db.loggers.delete(listener)
  end
end
