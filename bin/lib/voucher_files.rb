# frozen_string_literal: true

# Shared by the commands that take Voucher out and put it back: settings, the database as its owner,
# where files lie.
require_relative "../../config/application"
require "stringio"
require "tempfile"
require "tmpdir"

# Where Voucher's own things lie.
module VoucherFiles
  SETTINGS = "voucher.env"
  # What backups are signed with. It is no part of them: who gets hold of one can sign no other.
  KEY = "backup.key"

  module_function

  def config = @config ||= Config.from(ENV.to_h.merge("VOUCHER_ENV" => "development"))
  def owner = @owner ||= Database.connect(config.owner_url, max_connections: 3)
  def store = Store::Gateway.new(owner)
  def settings_file = File.join(config.var_dir, SETTINGS)

  # Bytes, nil where none was made yet and none is to be.
  def backup_key(make: false)
    file = File.join(config.var_dir, KEY)
    return File.binread(file) if File.file?(file)
    return unless make

    SecureRandom.bytes(32).tap do |key|
      File.open(file, File::WRONLY | File::CREAT | File::EXCL | File::BINARY, 0o600) do |io|
        io.write(key)
      end
    end
  end

  # Every table with how many rows it has, in one transaction's eyes.
  def row_counts(db) = db.tables.sort.to_h { |table| [table, db[table].count] }

  # A sentence for a person, and the end.
  def refuse(sentence)
    warn sentence
    exit 1
  end
end
