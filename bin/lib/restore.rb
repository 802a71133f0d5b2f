# frozen_string_literal: true

# bin/voucher restore FILE [--accept-broken-seals] [--accept-unsigned]: puts a backup back. What is
# there now is not overwritten: the database gets another name and stays beside, until somebody
# drops it. What is accepted although it does not hold is said, and written into the records.
require_relative "beside"

# Checks first, restores beside, holds it against the manifest, and only then takes its place.
class Restore
  ACCEPT = %w[--accept-broken-seals --accept-unsigned].freeze

  def initialize(path, accepted)
    @path = path
    @accepted = accepted
    @beside = Beside.new("restoring")
  end

  def call
    key = VoucherFiles.backup_key
    manifest = Formats::BackupArchive.read(@path, key:)
    check_signed(manifest, key)
    Dir.mktmpdir do |dir|
      unpack(dir)
      database(File.join(dir, "database.dump"), manifest)
      pictures(dir, manifest)
      settings(dir)
    end
    puts "No letter leaves until somebody says so: Office, Letters, or " \
      "bin/voucher admin let-letters-go."
    puts "Restored what was kept on #{manifest[:made_at]}: #{manifest[:rows].values.sum} rows, " \
      "#{manifest[:parts].size - 1} files."
  end

  private

  # On a machine that never made a backup nobody can know who signed it.
  def check_signed(manifest, key)
    return if manifest[:signed]

    if key.nil?
      puts "Nobody can tell here whether this backup is as it was made: #{VoucherFiles::KEY} of " \
        "the machine that made it is not here."
    elsif !@accepted.include?("--accept-unsigned")
      VoucherFiles.refuse(
        "This backup is not signed with #{VoucherFiles::KEY}, as those made here are. If you " \
          "know where it comes from, add --accept-unsigned. Nothing was changed."
      )
    end
  end

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
    @beside.restore(dump) do |restored|
      wrong = @beside.miscounted(restored, manifest)
      refuse("The backup does not hold together: #{wrong}.") if wrong
      broken = @beside.broken_seals(restored, manifest)
      check_seals(broken)
      Database.migrate(restored)
      restored[:programme].update(letters_held: true)
      note(restored, broken) if broken.any?
    end
    take_place
  end

  def check_seals(broken)
    return if broken.empty?

    broken.each { |sentence| puts "BROKEN: #{sentence}" }
    return if @accepted.include?("--accept-broken-seals")

    refuse("The seals in this backup do not hold, see above. If it is the best that there is, " \
      "add --accept-broken-seals: the records then say so.")
  end

  # In the records themselves, for who reads them later.
  def note(db, broken)
    Store::Gateway.new(db).changes.note(
      record: "restore", record_id: File.basename(@path), before: nil,
      after: { accepted_broken_seals: broken.first(50) }, member_id: nil
    )
  end

  def refuse(sentence)
    @beside.drop
    VoucherFiles.refuse("#{sentence} Nothing was changed.")
  end

  def take_place
    VoucherFiles.owner.disconnect
    name = @beside.name
    kept = "#{name}_before_#{Time.now.utc.strftime('%Y%m%d_%H%M%S')}"
    @beside.maintenance do |db|
      db.run(
        "select pg_terminate_backend(pid) from pg_stat_activity where datname = '#{name}' and " \
          "pid <> pg_backend_pid()"
      )
      db.run("alter database #{name} rename to #{kept}")
      db.run("alter database #{@beside.beside} rename to #{name}")
    end
    puts "The database as it was is kept as #{kept}."
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

accepted, files = ARGV.partition { |argument| argument.start_with?("--") }
if files.size != 1 || (accepted - Restore::ACCEPT).any?
  VoucherFiles.refuse("usage: bin/voucher restore FILE [#{Restore::ACCEPT.join('] [')}]")
end
require_relative "running"
if Running.new(File.join(VoucherFiles.config.var_dir, "run")).find
  VoucherFiles.refuse(
    "Voucher is running here. Stop it first (bin/voucher stop), so that nothing is written that " \
      "would be left behind."
  )
end
begin
  Restore.new(files[0], accepted).call
rescue Core::InvalidInput, Devices::DatabaseDump::Failed, Errno::ENOENT => e
  VoucherFiles.refuse(e.message)
end
