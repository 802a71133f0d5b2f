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

  module_function

  def config = @config ||= Config.from(ENV.to_h.merge("VOUCHER_ENV" => "development"))
  def owner = @owner ||= Database.connect(config.owner_url, max_connections: 3)
  def store = Store::Gateway.new(owner)
  def settings_file = File.join(config.var_dir, SETTINGS)

  # Every table with how many rows it has, in one transaction's eyes.
  def row_counts(db) = db.tables.sort.to_h { |table| [table, db[table].count] }

  # A sentence for a person, and the end.
  def refuse(sentence)
    warn sentence
    exit 1
  end
end
