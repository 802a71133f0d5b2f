# frozen_string_literal: true

require "sequel"

# Connecting and migrating; the only place that knows how.
module Database
  MIGRATIONS = File.expand_path("../db/migrations", __dir__)

  def self.connect(url, max_connections: 12, **more)
    Sequel.extension :pg_array_ops
    Sequel.default_timezone = :utc
    Sequel.connect(url, max_connections:, **more).tap do |db|
      db.extension :pg_json, :pg_array, :connection_validator
    end
  end

  def self.migrate(db)
    Sequel.extension :migration
    Sequel::Migrator.run(db, MIGRATIONS)
  end
end
