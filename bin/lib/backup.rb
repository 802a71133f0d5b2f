# frozen_string_literal: true

# bin/voucher backup FILE: the database, pictures and settings in one file, consistent, while
# Voucher runs.
require_relative "voucher_files"

# One moment of the database, and every picture that it names.
class Backup
  def initialize(path)
    @path = File.expand_path(path)
    @files = Application.files(VoucherFiles.config)
    @missing = []
  end

  def call
    if File.exist?(@path)
      VoucherFiles.refuse(
        "#{@path} is there already. Choose another name; a backup is never overwritten."
      )
    end
    Acts::SealLedgers.call(store: VoucherFiles.store)
    archive = Formats::BackupArchive::Writer.new(@path)
    VoucherFiles.owner.transaction(isolation: :repeatable) { write(archive) }
    say
  rescue StandardError, Interrupt
    archive&.give_up
    raise
  end

  private

  def write(archive)
    db = VoucherFiles.owner
    dump(archive, db.get(Sequel.function(:pg_export_snapshot)))
    pictures(archive, db)
    settings(archive)
    counts = VoucherFiles.row_counts(db)
    archive.close(
      made_at: Time.now.utc.iso8601,
      key: VoucherFiles.backup_key(make: true),
      schema: db[:schema_info].get(:version),
      rows: counts,
      seals: VoucherFiles.store.ledger_seals.newest,
      missing: @missing
    )
  end

  def dump(archive, snapshot)
    # Without a name from the start: nothing of it is left when this is killed.
    file = Tempfile.create("voucher-dump", binmode: true)
    File.unlink(file.path)
    Devices::DatabaseDump.new(VoucherFiles.config.owner_url).dump(file, snapshot:)
    size = file.size
    file.rewind
    archive.add("database.dump", file, size)
  ensure
    file&.close
  end

  # Pictures, and files that were given away. Keys are made from content, so each is in it once.
  # What is gone already is said, and stops nothing.
  def pictures(archive, db)
    taken = db[:photos].select(:original_key, :thumb_key, :shown_key)
      .flat_map { |row| row.values.compact }
    keys = db[:exports].select_map(:sha256).map { |sha256| Acts::ExportData.key(sha256) }
    (taken + keys)
      .uniq
      .sort
      .each do |key|
        bytes = @files.get(key)
        archive.add("photos/#{key}", StringIO.new(bytes), bytes.bytesize)
      rescue Core::NotFound
        @missing << key
      end
  end

  def settings(archive)
    return unless File.file?(VoucherFiles.settings_file)

    text = File.binread(VoucherFiles.settings_file)
    archive.add(VoucherFiles::SETTINGS, StringIO.new(text), text.bytesize)
  end

  def say
    puts "#{@path}: #{File.size(@path) / 1_000_000.0.round(1)} MB".sub(/(\d+\.\d)\d*/, '\1')
    puts "Pictures whose file is gone already: #{@missing.join(', ')}" unless @missing.empty?
    puts "It is signed with #{VoucherFiles::KEY} beside the settings, which is not in it: keep a " \
      "copy of that somewhere else."
    puts "It holds settings and passwords' hashes: keep it where only you read it. bin/voucher " \
      "verify #{File.basename(@path)} looks through it."
  end
end

path = ARGV[0] or VoucherFiles.refuse("usage: bin/voucher backup FILE")
Backup.new(path).call
