# frozen_string_literal: true

ENV["VOUCHER_LIMITS"] ||= "off"
require_relative "../../config/application"
require "minitest/autorun"
require "tmpdir"

LOADER.eager_load

# Databases of the throw-away cluster, made on first use.
module TestDatabase
  module_function

  # Migrated and with the catalogue and waters, but no people; tests roll back.
  def unit = @unit ||= fresh("voucher_unit").tap { |db| Seeds.catalogue(db) }

  # Filled by the browser tests themselves.
  def browser = @browser ||= fresh("voucher_browser")

  def url(name, role: nil)
    ENV
      .fetch("TEST_DATABASE_URL")
      .sub("///voucher?", "///#{name}?")
      .then { |url| role ? url.sub("user=voucher", "user=#{role}") : url }
  end

  # Ledgers are never emptied; a test between two walks has to.
  def empty(db, tables)
    db.transaction do
      db.run "set local session_replication_role = replica"
      db.run "truncate #{tables.join(', ')} restart identity cascade"
    end
  end

  def fresh(name)
    Sequel.connect(ENV.fetch("TEST_DATABASE_URL")) do |db|
      db.run "drop database if exists #{name} with (force)"
      db.run "create database #{name}"
    end
    Database.connect(url(name)).tap { |db| Database.migrate(db) }
  end
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
