# frozen_string_literal: true

require_relative "../support/test_helper"
require "open3"
require "vips"

# Taken out while somebody writes, thrown away, and put back.
class BackupTest < Minitest::Test
  NAME = "voucher_backup"

  def setup
    @dir = Dir.mktmpdir("voucher-backup")
    @db = TestDatabase.fresh(NAME, catalogue: true)
    @files = Devices::DiskStorage.new("#{@dir}/photos")
    @workshop = Devices::PictureWorkshop.new
    @store =
      Application.hand_over_jobs(
        config: Config.from(env),
        db: @db,
        files: @files,
        pictures: @workshop
      )
    @isolde = Seeds.member(@db, "Isolde Brannock", email: "isolde@marrow.example")
    Seeds.pouch(@db, @isolde, count: 200)
    @trip = Seeds.trip(@db, @isolde)
    File.write("#{@dir}/voucher.env", "SESSION_SECRET='#{'s' * 64}'\n")
    2.times { |index| record(index + 1) }
    picture(1)
  end

  def teardown
    @workshop.stop
    Que.connection = TestDatabase.unit
    @db.disconnect
    FileUtils.rm_rf(@dir)
  end

  def env
    ENV.to_h.merge(
      "DATABASE_URL" => TestDatabase.url(NAME),
      "VOUCHER_VAR" => @dir,
      "VOUCHER_ENV" => "development"
    )
  end

  def record(serial)
    Acts::RecordEncounter.call(
      Acts::Context.new(store: @store, member: @isolde, now: Seeds::NOW),
      id: SecureRandom.uuid,
      sent: Seeds.encounter(@trip, number: format("MS%06d", serial))
    )
  end

  def picture(size)
    Acts::AddTripPhoto.call(
      Acts::Context.new(store: @store, member: @isolde),
      album: Acts::Album.new(store: @store, files: @files, pictures: @workshop),
      trip_id: @trip,
      sent: { id: SecureRandom.uuid, name: "a.jpg", utc_offset_minutes: 0 },
      bytes: Vips::Image.black(300 + size, 200, bands: 3).jpegsave_buffer
    )
  end

  # [what it said, whether it went well]
  def voucher(command, *arguments)
    output, status =
      Open3.capture2e(env, RbConfig.ruby, File.join(ROOT, "bin/lib/#{command}.rb"), *arguments)
    [output, status.success?]
  end

  def assert_went_well(output, well) = assert_predicate(well, :itself, output)

  def counts(db) = db.tables.sort.to_h { |table| [table, db[table].count] }.except(:que_jobs)

  def hashes(db)
    %i[encounters stages fish taggings tag_custody members photos row_changes].to_h do |table|
      [
        table,
        db.fetch(
          "select md5(string_agg(t::text, '|' order by t::text)) as sum from #{table} t"
        ).get(:sum)
      ]
    end
  end

  def test_backup_wipe_restore_is_the_same_programme
    file = "#{@dir}/kept.tar"

    assert voucher("backup", file)[1]
    assert_equal "600", (File.stat(file).mode & 0o777).to_s(8)
    before, sums = counts(@db), hashes(@db)
    record(5)
    FileUtils.rm_rf("#{@dir}/photos")
    FileUtils.rm_f("#{@dir}/voucher.env")
    @db.disconnect

    assert_went_well(*voucher("restore", file))
    restored = Database.connect(TestDatabase.url(NAME), max_connections: 2)

    assert restored[:programme].get(:letters_held), "and nobody is written to from the copy"
    noted = { row_changes: before[:row_changes] + 1 }

    assert_equal [{ **before, **noted }, sums.except(:row_changes)],
      [counts(restored), hashes(restored).except(:row_changes)]
    assert_path_exists "#{@dir}/voucher.env"
    store = Store::Gateway.new(restored)

    assert_equal(
      { intact: 1, missing: 0, damaged: 0 },
      Acts::CheckOriginals.call(
        Acts::Context.new(store:, now: Time.now + 1), files: Devices::DiskStorage.new("#{@dir}/photos")
      )
    )
    assert_equal [0, true], [voucher("verify")[0].scan("WRONG").size, voucher("verify")[1]]
    app = Database.connect(TestDatabase.url(NAME, role: Roles::APPLICATION), max_connections: 1)

    assert_equal 2, app[:encounters].count, "and the application may work with it"
    [app, restored].each(&:disconnect)
  end

  def test_a_backup_made_while_somebody_writes_holds_together
    writing = true
    writer = Thread.new { (10..190).each { |serial| writing ? record(serial) : break } }
    output, well = voucher("backup", "#{@dir}/busy.tar")
    writing = false
    writer.join

    assert_went_well(output, well)
    assert voucher("verify", "#{@dir}/busy.tar")[1]
    @db.disconnect

    assert_went_well(*voucher("restore", "#{@dir}/busy.tar"))
  end

  def test_a_damaged_or_foreign_file_changes_nothing
    voucher("backup", file = "#{@dir}/kept.tar")
    whole = File.binread(file)
    {
      "damaged" =>
        whole.dup.tap do |bytes|
          bytes.setbyte(bytes.bytesize / 2, bytes.getbyte(bytes.bytesize / 2) ^ 1)
        end,
      "cut off" => whole[0, whole.bytesize / 2],
      "no backup" => "hello",
      "nothing" => ""
    }.each do |name, bytes|
      File.binwrite("#{@dir}/bad.tar", bytes)
      before = counts(@db)
      output, well = voucher("restore", "#{@dir}/bad.tar")

      refute well, name
      assert_match(/damaged|cut off|no backup|missing/, output, name)
      assert_equal before, counts(@db)
    end
    refute voucher("restore", "#{@dir}/not-there.tar")[1]
    output, well = voucher("backup", file)

    assert_equal [false, true], [well, output.include?("never overwritten")]
  end

  # Makes a backup anew from one, with its manifest changed.
  def rewritten(file, key: nil)
    parts, manifest = {}, nil
    Gem::Package::TarReader.new(File.open(file, "rb")).each do |entry|
      next manifest = JSON.parse(entry.read) if entry.full_name == "manifest.json"

      parts[entry.full_name] = entry.read unless entry.full_name == "manifest.hmac"
    end
    yield manifest
    text = JSON.generate(manifest)
    parts["manifest.json"] = text
    parts["manifest.hmac"] = Formats::BackupArchive.signature(text, key) if key
    "#{@dir}/rewritten_#{SecureRandom.hex(4)}.tar".tap do |path|
      File.open(path, "wb") do |out|
        tar = Gem::Package::TarWriter.new(out)
        parts.each do |name, bytes|
          tar.add_file_simple(name, 0o600, bytes.bytesize) do |io|
            io.write(bytes)
          end
        end
        tar.close
      end
    end
  end

  def test_a_manifest_is_signed_and_verify_checks_what_restore_checks
    file = "#{@dir}/kept.tar"
    voucher("backup", file)
    key = File.binread("#{@dir}/backup.key")

    refute_includes File.binread(file), key, "the key is no part of it"
    {
      "no seals" => [key, ->(about) { about["seals"] = {} }, /holds no seal over stages/],
      "another seal" => [key, ->(about) { about["seals"]["stages"]["hash"] = "a" * 64 },
        /stages.*kept elsewhere is not there/],
      "other counts" => [key, ->(about) { about["rows"]["fish"] += 1 }, /fish have other numbers/],
      "signed elsewhere" => ["k" * 32, ->(_) {}, /not as it was signed here/],
      "not signed" => [nil, ->(_) {}, /not signed/]
    }.each do |name, (signed_with, change, statement)|
      path = rewritten(file, key: signed_with, &change)
      %w[verify restore].each do |command|
        output, well = voucher(command, path)

        refute well, "#{name}: #{command}"
        assert_match statement, output, "#{name}: #{command}"
      end
    end
  end

  def test_broken_seals_are_accepted_by_name_and_written_down
    voucher("backup", file = "#{@dir}/kept.tar")
    path = rewritten(file, key: File.binread("#{@dir}/backup.key")) { |about| about["seals"] = {} }
    @db.disconnect

    assert_went_well(*voucher("restore", path, "--accept-broken-seals"))
    restored = Database.connect(TestDatabase.url(NAME), max_connections: 1)

    assert_match(/holds no seal over stages/,
      restored[:changes].where(record: "restore").get(Sequel.cast(:after, String)))
    restored.disconnect
  end

  # Killed in the middle, it leaves nothing of the dump; what was given away is in it.
  def test_a_killed_backup_leaves_no_dump_and_a_whole_one_has_what_was_given_away
    @files.put("given away", Acts::ExportData.key(sha256 = Digest::SHA256.hexdigest("given away")))
    @db[:exports].insert(
      member_id: @isolde[:id], format: "csv", filter: Sequel.pg_jsonb({}), licence: "CC0-1.0",
      is_exact: false, sha256:, file_name: "catches.csv", bytes: 10, rows: 1
    )
    before = Dir["#{Dir.tmpdir}/voucher-dump*"]
    pid = Process.spawn(env, RbConfig.ruby, File.join(ROOT, "bin/lib/backup.rb"),
      "#{@dir}/killed.tar", out: File::NULL, err: File::NULL)
    sleep 0.05 until File.exist?("#{@dir}/killed.tar")
    Process.kill(:KILL, pid)
    Process.wait(pid)

    assert_empty Dir["#{Dir.tmpdir}/voucher-dump*"] - before
    voucher("backup", file = "#{@dir}/kept.tar")
    manifest = Formats::BackupArchive.read(file)

    assert_includes manifest[:parts].map { |part| part[:name] }, "photos/exports/#{sha256}"
  end

  def test_what_is_wrong_here_is_found
    File.write(Dir["#{@dir}/photos/originals/*"].first, "rot")
    superuser = Database.connect(TestDatabase.url(NAME, role: "postgres"), max_connections: 1)
    superuser.transaction do
      superuser.run("set local session_replication_role = replica")
      superuser[:tags].where(number: "MS000001").update(state: "in_stock")
    end
    superuser.disconnect
    output, well = voucher("verify")

    refute well
    assert_match(/WRONG: picture .* is damaged/, output)
  end
end

# The first day of a programme.
class SetUpTest < Minitest::Test
  NAME = "voucher_setup"

  def setup
    @dir = Dir.mktmpdir("voucher-setup")
    TestDatabase.fresh(NAME).disconnect
  end

  def teardown = FileUtils.rm_rf(@dir)

  def setup_with(**changes)
    data = {
      programme: "Loch of Ings Tagging Circle",
      coordinator: "Una Skerry",
      email: "una@ings.example",
      sender: "Circle <letters@ings.example>",
      smtp: "smtp://mail.ings.example:25",
      address: "https://tags.ings.example",
      coast: lake
    }.merge(changes).compact
    Open3.capture2e(
      {
        "DATABASE_URL" => TestDatabase.url(NAME),
        "VOUCHER_VAR" => @dir,
        "VOUCHER_ENV" => nil,
        "SESSION_SECRET" => nil
      },
      RbConfig.ruby,
      File.join(ROOT, "bin/lib/setup.rb"),
      *data.flat_map { |name, value| ["--#{name}", value] },
      stdin_data: ""
    )
  end

  # A lake in the south, with one island and two places.
  def lake
    ring = [[170.0, -44.2], [170.3, -44.2], [170.3, -44.0], [170.0, -44.0], [170.0, -44.2]]
    features = [
      ["lough", "Loch of Ings", "Polygon", [ring]],
      ["place", "North bay", "Point", [170.1, -44.02]],
      ["place", "Weir", "Point", [170.2, -44.18]]
    ]
    File.join(@dir, "lake.geojson").tap do |path|
      File.write(
        path,
        JSON.generate(
          type: "FeatureCollection",
          features:
            features.map do |kind, name, type, coordinates|
              { type: "Feature", properties: { kind:, name: }, geometry: { type:, coordinates: } }
            end
        )
      )
    end
  end

  def test_a_programme_is_set_up_with_flags_and_starts
    output, status = setup_with

    assert_predicate status, :success?, output
    assert_includes output, "1 waters, 2 spots"
    db = Database.connect(TestDatabase.url(NAME), max_connections: 2)

    assert_equal [["Una Skerry", "coordinator"]], db[:members].select_map(%i[name role])
    assert_equal [["North bay", "loch_of_ings"], %w[Weir loch_of_ings]],
      db[:spots].order(:name).select_map(%i[name water_code])
    assert_equal %w[Acts::ResetJob], db[:que_jobs].select_order_map(:job_class)
    settings =
      File
        .readlines(File.join(@dir, "voucher.env"), chomp: true)
        .to_h { |line| line.split("=", 2).then { |name, value| [name, value.delete("'")] } }

    assert_predicate Config.from(settings.merge("DATABASE_URL" => "postgres:///x")), :production?
    assert_equal "600", (File.stat(File.join(@dir, "voucher.env")).mode & 0o777).to_s(8)
    again, = setup_with

    assert_includes again, "has an account already"
    assert_equal [1, 2], [db[:members].count, db[:spots].count]
    assert_equal settings["SESSION_SECRET"],
      File.read(File.join(@dir, "voucher.env"))[/SESSION_SECRET='?(\h+)/, 1],
      "who is signed in stays signed in"
    db.disconnect
  end

  # Root reads the settings, and who the application runs as may write them.
  def test_settings_are_text_and_only_ours_are_taken
    file = File.join(@dir, "voucher.env")
    File.write(file, <<~TEXT)
      # a note
      SESSION_SECRET='it'"'"'s'
      BASE_URL="https://x.example"
      SMTP_URL=$(touch #{@dir}/ran)
      LD_PRELOAD=#{@dir}/evil.so
      VOUCHER_USER=root
      PATH=#{@dir}
    TEXT
    output, = Open3.capture2e({ "SESSION_SECRET" => nil, "VOUCHER_USER" => nil }, "bash", "-c",
      "source bin/lib/settings.sh; read_settings #{file}; " \
        'echo "[$SESSION_SECRET|$BASE_URL|$SMTP_URL|$LD_PRELOAD|$VOUCHER_USER]"; ls >/dev/null',
      chdir: ROOT)

    assert_includes output, "[it's|https://x.example|$(touch #{@dir}/ran)||]"
    refute_path_exists "#{@dir}/ran"
    assert_includes output, "LD_PRELOAD is no setting"
  end

  def test_what_is_missing_or_wrong_is_said
    {
      { email: nil } => "--email",
      { email: "una" } => "no e-mail address",
      { smtp: "mail" } => "no address of a mail server",
      { sender: "Circle" } => "has no address",
      { coast: "/no/such/file" } => "cannot be read"
    }.each do |change, words|
      output, status = setup_with(**change)

      refute_predicate status, :success?
      assert_includes output, words
    end
  end
end

# A database of the last release, filled, brought to this one.
class UpgradeTest < Minitest::Test
  DUMP = File.join(ROOT, "test/fixtures/release_010.sql.gz")

  def setup
    @name = "voucher_upgrade"
    Sequel.connect(ENV.fetch("TEST_DATABASE_URL")) do |db|
      db.run "drop database if exists #{@name} with (force)"
      db.run "create database #{@name}"
    end
    sql = Zlib.gunzip(File.binread(DUMP))
    Open3
      .capture2e(
        File.join(Devices::DatabaseDump.programs, "psql"),
        "-v",
        "ON_ERROR_STOP=1",
        "-q",
        TestDatabase.url(@name),
        stdin_data: sql
      )
      .then { |output, status| status.success? || raise(output) }
    @db = Database.connect(TestDatabase.url(@name))
  end

  def teardown = @db.disconnect

  def test_every_row_of_it_is_there_and_it_works
    before = @db.tables.to_h { |table| [table, @db[table].count] }.except(:schema_info)
    # Two programs that start at once: one migrates, the other finds it done.
    threads =
      Array.new(2) do
        Thread.new do
          Database
            .connect(TestDatabase.url(@name), max_connections: 2)
            .tap { |db| Database.migrate(db) }
            .disconnect
        end
      end
    threads.each(&:join)

    assert_equal(before, before.keys.to_h { |table| [table, @db[table].count] })
    store = Store::Gateway.new(@db)

    assert_empty store.audit.tables - (@db.tables + @db.views).map(&:to_s)
    assert_operator Acts::SealLedgers.call(store:)[:stages], :>, 100
    key = @db[:fish].get(:story_key)

    assert_equal "tagged",
      Acts::TellStory.call(
        store:,
        story_key: key,
        route: Core::Geography::Route.new([])
      ).catches[
        0
      ][
        :what
      ]
    app = Database.connect(TestDatabase.url(@name, role: Roles::APPLICATION), max_connections: 1)

    assert_raises(Sequel::DatabaseError) { app.run("delete from stages") }
    app.disconnect
  end

  # What went out with a release is never edited again: its sum is kept.

  def test_migrations_of_a_release_stay_as_they_are
    sums = JSON.parse(File.read(File.join(ROOT, "db/released.json")))

    sums.each do |file, sum|
      assert_equal sum,
        Digest::SHA256.file(File.join(ROOT, "db/migrations", file)).hexdigest,
        "#{file} went out in a release; write a new migration"
    end
  end
end
