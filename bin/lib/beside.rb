# frozen_string_literal: true

require_relative "voucher_files"

# A backup's database restored beside the one in use, and what does not hold together in it.
class Beside
  # suffix: of its name
  def initialize(suffix)
    @url = VoucherFiles.config.owner_url
    @name = URI.parse(@url.sub("///", "//localhost/")).path.delete_prefix("/")
    @beside = "#{@name}_#{suffix}"
  end

  attr_reader :name, :beside

  # Yields a connection to it.
  def restore(dump)
    beside_url = @url.sub("/#{@name}", "/#{@beside}")
    maintenance do |db|
      db.run("drop database if exists #{@beside} with (force)")
      db.run("create database #{@beside}")
    end
    Devices::DatabaseDump.new(beside_url).restore(dump)
    restored = Database.connect(beside_url, max_connections: 2)
    yield restored
  ensure
    restored&.disconnect
  end

  def drop
    maintenance { |db| db.run("drop database if exists #{@beside} with (force)") }
  end

  # Row by row count as it was kept: a sentence, or nil.
  def miscounted(db, manifest)
    counts = VoucherFiles.row_counts(db)
    wrong = manifest[:rows].reject { |table, rows| counts[table] == rows }
    return if wrong.empty?

    "#{wrong.keys.join(', ')} have other numbers of rows than were kept"
  end

  # The ledgers as they were sealed, and sealed at all: sentences.
  def broken_seals(db, manifest)
    kept = manifest[:seals].to_h
    unsealed = Store::LedgerSeals::LEDGERS.select do |ledger|
      db.tables.include?(ledger) && kept[ledger].nil? && !db[ledger].empty?
    end
    broken = Acts::SealLedgers.verify(store: Store::Gateway.new(db), kept:)
      .select { |_, result| result[:broken].any? }
    unsealed.map { |ledger| "the manifest holds no seal over #{ledger}" } +
      broken.flat_map do |ledger, result|
        result[:broken].map do |seal|
          "#{ledger}, rows #{seal[:first_id]} to #{seal[:last_id]}: #{seal[:why]}"
        end
      end
  end

  def maintenance
    db = Database.connect(@url.sub("/#{@name}", "/postgres"), max_connections: 1)
    yield db
  ensure
    db&.disconnect
  end
end
