# frozen_string_literal: true

# bin/voucher verify [FILE]: a backup as a restore would check it; or, without a file, what lies
# here: the ledgers against their seals, the defences, every tag against the ledger's sum, every
# picture against its hash. Ends with 1 when something is wrong.
require_relative "beside"

# What is found wrong is said line by line.
class Verify
  def initialize = @wrong = []

  def file(path)
    key = VoucherFiles.backup_key
    Tempfile.create("voucher-dump", binmode: true) do |dump|
      manifest = Formats::BackupArchive.read(path, key:) do |name, part|
        next unless name == "database.dump"

        while (chunk = part.read)
          dump.write(chunk)
        end
      end
      dump.flush
      puts "made #{manifest[:made_at]}; #{manifest[:rows].values.sum} rows in " \
        "#{manifest[:rows].size} tables; #{manifest[:parts].size} parts, each with its hash"
      @wrong << "it is not signed with the key of this machine" if key && !manifest[:signed]
      puts "nobody can tell here who signed it" if key.nil?
      restored(dump.path, manifest)
      manifest[:missing].each { |name| @wrong << "#{name} was gone already when it was made" }
    end
    finish
  end

  # As a restore does it, beside, and thrown away.
  def restored(dump, manifest)
    beside = Beside.new("verifying")
    beside.restore(dump) do |db|
      @wrong.push(*beside.miscounted(db, manifest), *beside.broken_seals(db, manifest))
    end
  rescue Devices::DatabaseDump::Failed => e
    @wrong << "the database in it cannot be restored: #{e.message}"
  ensure
    beside&.drop
  end

  def here
    Acts::SealLedgers.call(store: VoucherFiles.store)
    ledgers
    defences
    tags
    pictures
    finish
  end

  private

  def ledgers
    Acts::SealLedgers.verify(store: VoucherFiles.store).each do |ledger, result|
      puts format(
        "%-16s %8d rows under %4d seals, the last %s",
        ledger,
        result[:rows],
        result[:seals],
        result[:last_hash][0, 16]
      )
      result[:broken].each do |seal|
        @wrong << "#{ledger}, rows #{seal[:first_id]} to #{seal[:last_id]}: #{seal[:why]}"
      end
    end
  end

  def defences
    troubles = VoucherFiles.store.defences.troubles
    puts format("%-16s %8d functions and triggers, and a note for every row that came or went",
      "defences", JSON.parse(File.read(Store::Defences::FILE)).size)
    @wrong.concat(troubles)
  end

  def tags
    batches = VoucherFiles.store.custody.batches
    off =
      batches.reject do |batch|
        batch[:printed] == batch.values_at(*Store::Custody::STATES.map(&:to_sym)).sum
      end
    puts format(
      "%-16s %8d printed, each in stock, in a pouch, in a fish, spoiled or lost",
      "tags",
      batches.sum { |batch| batch[:printed] }
    )
    off.each { |batch| @wrong << "batch #{batch[:label]} does not add up" }
  end

  def pictures
    counts =
      Acts::CheckOriginals.call(
        Acts::Context.new(store: VoucherFiles.store, now: Time.now),
        files: Application.files(VoucherFiles.config)
      )
    puts format(
      "%-16s %8d as they came, %d missing, %d damaged",
      "pictures",
      *counts.values_at(:intact, :missing, :damaged)
    )
    VoucherFiles.store.photos.unsound.each do |photo|
      @wrong << "picture #{photo.id} is #{photo.fixity}"
    end
  end

  def finish
    @wrong.each { |line| puts "WRONG: #{line}" }
    puts(@wrong.empty? ? "All of it holds." : "#{@wrong.size} things are wrong.")
    exit(@wrong.empty? ? 0 : 1)
  end
end

begin
  ARGV[0] ? Verify.new.file(ARGV[0]) : Verify.new.here
rescue Core::InvalidInput, Errno::ENOENT => e
  VoucherFiles.refuse(e.message)
end
