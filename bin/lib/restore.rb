# frozen_string_literal: true

# bin/voucher restore FILE: puts a backup back. What is there now is not overwritten: the database
# gets another name and stays beside, until somebody drops it.
require_relative "voucher_files"

# Checks first, restores beside, holds it against the manifest, and only then takes its place.
class Restore
  def initialize(path)
    @path = path
    @url = VoucherFiles.config.owner_url
    @name = URI.parse(@url.sub("///", "//localhost/")).path.delete_prefix("/")
    @beside = "#{@name}_restoring"
  end

  def call
    manifest = Formats::BackupArchive.read(@path)
    Dir.mktmpdir do |dir|
      unpack(dir)
      database(File.join(dir, "database.dump"), manifest)
      pictures(dir, manifest)
      settings(dir)
    end
    puts "Restored what was kept on #{manifest[:made_at]}: #{manifest[:rows].values.sum} rows, " \
      "#{manifest[:parts].size - 1} files."
  end

  private

  def unpack(dir)
    Formats::BackupArchive.read(@path) do |name, part|
      target = File.expand_path(name, dir)
      raise "a part of it is named #{name}" unless target.start_with?("#{dir}/")

      FileUtils.mkdir_p(File.dirname(target))
      File.open(target, "wb") do |file|
        while (chunk = part.read)
          file.write(chunk)
        end
      end
    end
  end

  def database(dump, manifest)
    beside = @url.sub("/#{@name}", "/#{@beside}")
    maintenance do |db|
      db.run("drop database if exists #{@beside} with (force)")
      db.run("create database #{@beside}")
    end
    Devices::DatabaseDump.new(beside).restore(dump)
    restored = Database.connect(beside, max_connections: 2)
    check(restored, manifest)
    Database.migrate(restored)
    restored.disconnect
    take_place
  end

  # Row by row count as it was kept, and the ledgers as they were sealed.
  def check(db, manifest)
    counts = VoucherFiles.row_counts(db)
    wrong = manifest[:rows].reject { |table, rows| counts[table] == rows }
    unless wrong.empty?
      VoucherFiles.refuse(
        "The backup does not hold together: #{wrong.keys.join(', ')} have other numbers of rows " \
          "than were kept. Nothing was changed."
      )
    end

    broken =
      Acts::SealLedgers
        .verify(store: Store::Gateway.new(db), kept: manifest[:seals])
        .select { |_, found| found[:broken].any? }
    return if broken.empty?

    VoucherFiles.refuse(
      "The seals over #{broken.keys.join(', ')} are broken in this backup. Nothing was changed."
    )
  end

  def take_place
    VoucherFiles.owner.disconnect
    kept = "#{@name}_before_#{Time.now.utc.strftime('%Y%m%d_%H%M%S')}"
    maintenance do |db|
      db.run(
        "select pg_terminate_backend(pid) from pg_stat_activity where datname = '#{@name}' and " \
          "pid <> pg_backend_pid()"
      )
      db.run("alter database #{@name} rename to #{kept}")
      db.run("alter database #{@beside} rename to #{@name}")
    end
    puts "The database as it was is kept as #{kept}."
  end

  def maintenance
    db = Database.connect(@url.sub("/#{@name}", "/postgres"), max_connections: 1)
    yield db
  ensure
    db&.disconnect
  end

  def pictures(dir, manifest)
    files = Application.files(VoucherFiles.config)
    manifest[:parts].map { |part| part[:name] }.grep(%r{\Aphotos/}).each do |name|
      key = name.delete_prefix("photos/")
      unless files.exists?(key) &&
          files.intact?(key, Digest::SHA256.file(File.join(dir, name)).hexdigest)
        files.put(File.binread(File.join(dir, name)), key)
      end
    end
  end

  def settings(dir)
    kept = File.join(dir, VoucherFiles::SETTINGS)
    return unless File.file?(kept)

    target = VoucherFiles.settings_file
    target += ".restored" if File.exist?(target)
    File.open(target, File::WRONLY | File::CREAT | File::TRUNC, 0o600) do |file|
      file.write(File.binread(kept))
    end
    puts "Settings are in #{target}."
  end
end

path = ARGV[0] or VoucherFiles.refuse("usage: bin/voucher restore FILE")
require_relative "running"
if Running.new(File.join(VoucherFiles.config.var_dir, "run")).find
  VoucherFiles.refuse(
    "Voucher is running here. Stop it first (bin/voucher stop), so that nothing is written that " \
      "would be left behind."
  )
end
begin
  Restore.new(path).call
rescue Core::InvalidInput, Devices::DatabaseDump::Failed, Errno::ENOENT => e
  VoucherFiles.refuse(e.message)
end
