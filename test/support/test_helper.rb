# frozen_string_literal: true

ENV["VOUCHER_LIMITS"] ||= "off"
require_relative "../../config/application"
require "minitest"
require "minitest/mock"
require "tmpdir"

# A test holds the whole application: a NameError that inspects it would take minutes to say so.
module Minitest
  class Test
    def inspect = "#{self.class}##{name}"
  end
end

# Databases of the throw-away cluster, made on first use as copies of a template.
module TestDatabase
  # Whatever of these changes makes new templates.
  TEMPLATE_SOURCES = %w[
    db/migrations/* db/catalogue/* config/roles.rb config/database.rb demo/catalogue.rb
    demo/sound.rb demo/*.geojson store/**/*.rb
  ].freeze

  module_function

  # Migrated and with the catalogue and waters, but no people; tests roll back.
  def unit = @unit ||= fresh("voucher_unit", catalogue: true)

  # Filled by the browser tests themselves.
  def browser = @browser ||= fresh("voucher_browser", catalogue: true)

  def url(name, role: nil)
    ENV
      .fetch("TEST_DATABASE_URL")
      .sub("///voucher?", "///#{name}?")
      .then { |url| role ? url.sub("user=voucher", "user=#{role}") : url }
  end

  # As the superuser, who gets past every trigger.
  def superuser(name)
    (@superusers ||= {})[name] ||= Database.connect(url(name, role: "postgres"), max_connections: 1)
  end

  # Ledgers are never emptied; a test between two walks has to. Empty tables are left alone.
  def empty(db, tables)
    db = superuser(db.get(Sequel.function(:current_database)))
    filled = tables.map { |table| "select '#{table}' as name where exists (select from #{table})" }
    names = db.fetch(filled.join(" union all ")).select_map(:name)
    return if names.empty?

    db.transaction do
      db.run "set local session_replication_role = replica"
      db.run "truncate #{names.join(', ')} restart identity cascade"
    end
  end

  # A new database of that name: migrated, and with the catalogue and the waters if asked for.
  def fresh(name, catalogue: false)
    template = template(catalogue)
    maintenance do |db|
      db.run "drop database if exists #{name} with (force)"
      db.run "create database #{name} template #{template} owner voucher"
    end
    Database.connect(url(name)).tap { |db| Roles.limit_temporary_tables(db) }
  end

  # Kept from run to run, under a name that its sources give it.
  def template(catalogue)
    @templates ||= {}
    @templates[catalogue] ||= "template_#{catalogue ? 'full' : 'bare'}_#{sources_sum}".tap do |name|
      maintenance do |db|
        make_template(db, name, catalogue) if db[:pg_database].where(datname: name).empty?
      end
    end
  end

  def make_template(maintenance, name, catalogue)
    old = maintenance[:pg_database].where(Sequel.like(:datname, "#{name[/.*_/]}%"))
    old.select_map(:datname).each { |stale| maintenance.run "drop database #{stale}" }
    draft = "draft_#{name}"
    maintenance.run "drop database if exists #{draft} with (force)"
    maintenance.run "create database #{draft} owner voucher"
    db = Database.connect(url(draft))
    Database.migrate(db)
    Seeds.catalogue(db) if catalogue
    db.disconnect
    maintenance.run "alter database #{draft} rename to #{name}"
  end

  def sources_sum
    @sources_sum ||= TEMPLATE_SOURCES.flat_map { |glob| Dir[File.join(ROOT, glob)].sort }
      .then { |files| Digest::SHA256.hexdigest(files.map { |file| File.read(file) }.join)[0, 12] }
  end

  # As the superuser: sessions of one may be left in a database that is dropped.
  def maintenance(&) = Sequel.connect(url("postgres", role: "postgres"), &)
end

require_relative "seeds"

# What a test writes is gone when it ends.
module RolledBack
  def run
    result = nil
    TestDatabase.unit.transaction(rollback: :always, auto_savepoint: true) { result = super }
    result
  end
end

# What a person would read on the pages of a PDF.
module PdfText
  def self.of(bytes)
    Dir.mktmpdir do |dir|
      File.binwrite("#{dir}/page.pdf", bytes)
      IO.popen(["pdftotext", "-layout", "#{dir}/page.pdf", "-"], external_encoding: "UTF-8", &:read)
    end
  end
end
