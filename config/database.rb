# frozen_string_literal: true

require "sequel"

# Connecting, migrating, and who may do what; the only place that knows how.
module Database
  MIGRATIONS = File.expand_path("../db/migrations", __dir__)
  # Two programs that start at once take turns; PostgreSQL lets go when one of them dies.
  MIGRATION_LOCK = 4_711_011
  # A server that is up answers at once.
  CONNECT_SECONDS = 3

  # Where the server is on this machine and runs as the same user, its process for this connection
  # gets as little of the processor as ours.
  IN_THE_BACKGROUND = lambda do |connection|
    Process.setpriority(Process::PRIO_PROCESS, connection.backend_pid, 10)
  rescue SystemCallError
    nil
  end

  # A server that is down is met by who asks it first, not here.
  #
  # read_url: of a standby that answers inside Store::Gateway#reading, nil for none
  def self.connect(url, max_connections: 12, read_url: nil, **more)
    Sequel.extension :pg_array_ops
    Sequel.default_timezone = :utc
    more = more.merge(servers: { standby: parsed(read_url) }) if read_url
    Sequel
      .connect(parsed(url).merge(adapter: "postgres", test: false, max_connections:, **more))
      .tap do |db|
        db.extension :pg_json, :pg_array
        db.extension :server_block if read_url
      end
  end

  # Another database of the same server, made where there is none. Returns its url.
  #   anew: whether one that is there is thrown away first
  def self.beside(url, name, anew: false)
    db = connect(url, max_connections: 1)
    db.run("drop database if exists #{name} with (force)") if anew
    db.run("create database #{name}") if db[:pg_database].where(datname: name).empty?
    url.sub(%r{(?<=/)[^/?]+(?=\?|\z)}, name)
  ensure
    db&.disconnect
  end

  # Also of several servers: postgres:///voucher?host=A,B&port=1,2&target_session_attrs=read-write
  # goes to the one that takes writes, so that a standby that was promoted is found without
  # anybody's help.
  def self.parsed(url)
    uri = URI.parse(url.sub(%r{:///}, "://localhost/"))
    query = URI.decode_www_form(uri.query.to_s).to_h
    {
      host: query["host"] || uri.host,
      port: query["port"] || uri.port || 5432,
      user: query["user"] || (uri.user && URI.decode_www_form_component(uri.user)),
      password: uri.password && URI.decode_www_form_component(uri.password),
      database: uri.path.delete_prefix("/"),
      connect_timeout: CONNECT_SECONDS,
      sslmode: query["sslmode"],
      driver_options: query.slice("target_session_attrs").transform_keys(&:to_sym)
    }.compact
  end
  private_class_method :parsed

  # As the owner of the tables; then the other roles are told what they may.
  def self.migrate(db, target: nil)
    Sequel.extension :migration
    db.synchronize do
      db.get(Sequel.function(:pg_advisory_lock, MIGRATION_LOCK))
      Sequel::Migrator.run(db, MIGRATIONS, target:)
      Roles.grant(db) if target.nil?
    ensure
      db.get(Sequel.function(:pg_advisory_unlock, MIGRATION_LOCK))
    end
  end
end
