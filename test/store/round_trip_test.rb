# frozen_string_literal: true

require "csv"
require_relative "../support/test_helper"
require "zip"

# What goes out as a package comes into an empty cooperative and goes out again: the same, but for
# the ids that rows bear. Exact or coarse, of fish that were recorded here, of old tables with
# people who left, finders and standard lengths, and of the demo.
class RoundTripTest < Minitest::Test
  # Given anew.
  NEW = %w[catch_id fish_id trip_id].freeze
  FISH = 8
  TRIPS = FISH + 1

  def programme(name)
    db = TestDatabase.fresh(name, catalogue: true)
    store = Store::Gateway.new(db)
    hamish = Seeds.member(db, "Hamish Torvald", role: "coordinator")
    db[:members].where(id: hamish[:id]).update(public_name: "Hamish")
    series = db[:tag_series].insert(prefix: "MS", digits: 6, first_serial: 1, last_serial: 50)
    db[:tags].import(%i[number series_id serial state holder_id],
      (1..50).map { |serial| [format("MS%06d", serial), series, serial, "in_pouch", hamish[:id]] })
    [db, Acts::Context.new(store:, member: store.members.find(hamish[:id]))]
  end

  def teardown = [@db, @second].compact.each(&:disconnect)

  def fished(db, context)
    FISH.times do |n|
      trip = Seeds.trip(db, { id: context.member[:id] }, held_on: Date.new(2025, 5, 1 + n))
      start = Time.utc(2025, 5, 1 + n, 9)
      record(context, trip, start, kind: "tagged", tag_numbers: [format("MS%06d", n + 1)],
        length: { value: 400 + n, unit: "mm", kind: "FL", how: "board" }, bleeding: "light",
        hook_place: "jaw_corner", outcome: "strong", depth_m: 4.5)
    end
    db[:trips].update(fished_hours: 4.5, rods: 2, platform: "boat", water_temp_c: 13.5)
    trip = Seeds.trip(db, { id: context.member[:id] }, held_on: Date.new(2026, 5, 1))
    record(context, trip, Time.utc(2026, 5, 1, 9), kind: "recaptured", tag_act: "left",
      tag_numbers: ["MS000003"], length: { value: 455, unit: "mm", kind: "FL", how: "tape" })
    record(context, trip, Time.utc(2026, 5, 1, 10), kind: "untagged", tag_numbers: [],
      length: { value: 250, unit: "mm", kind: "FL", how: "board" })
  end

  def record(context, trip, start, **changes)
    Acts::RecordEncounter.call(
      context, id: SecureRandom.uuid, sent: Seeds.encounter(trip, start:, **changes)
    )
  end

  def package(context, exact: true)
    path = File.join(Dir.mktmpdir, "out.zip")
    asked = { format: "package", licence: "CC0-1.0", exact:, receiver: "A new cooperative" }
    File.open(path, "wb") { |file| Acts::ExportData.new(context, nil, asked, {}).write(file) }
    File.binread(path)
  end

  def rows(bytes, table: "catches")
    Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
      return CSV.parse(zip.read("data/#{table}.csv"), headers: true)
          .map { |row| row.to_h.except(*NEW) }.sort_by(&:to_s)
    end
  end

  # Both tables, row for row.
  def same(out, back)
    %w[catches trips].each do |table|
      gone, come = rows(out, table:), rows(back, table:)
      other = lambda { |value, another|
        value.tally.reject do |row, n|
          another.count(row) == n
        end.keys.first(2)
      }

      assert_equal [[], []], [other[gone, come], other[come, gone]], table
    end
  end

  def bring(context, bytes, all: FISH + 2 + TRIPS, file_name: "package.zip", choices: {})
    id = Acts::ReadTable.call(context, bytes:, file_name:)
    if choices.any?
      mapping = context.store.imports.find(id).mapped.to_h.merge(choices)
      Acts::MapImport.call(context, id:, mapping:)
    end
    { "checking" => Acts::CheckImport, "storing" => Acts::StoreImport }.each do |state, act|
      context.store.imports.change(id, state:, at_line: 0)
      act.call(context, id)
    end

    assert_equal({ "stored" => all }, context.store.imports.counts(id),
      context.store.imports.rows(id, state: "refused").map(&:faults))
  end

  def test_a_package_comes_back_as_it_went
    @db, context = programme("voucher_first")
    fished(@db, context)
    out = package(context)
    @second, other = programme("voucher_second")
    bring(other, out)

    assert_equal FISH + 2, rows(out).size
    assert_equal rows(out), rows(package(other))
    assert_equal TRIPS, rows(out, table: "trips").size
    assert_equal rows(out, table: "trips"), rows(package(other), table: "trips")
    fish = @second[:taggings].where(tag_number: "MS000003").get(:fish_id)

    assert_equal 2, @second[:encounters].where(fish_id: fish).count,
      "the same fish is one there too"
  end

  OLD = <<~TABLE
    Day,Who,Where,Lat,Lon,Fish,Length (mm),Kind of length,Weight (g),Tag,What,Released
    2011-04-01,Olaf Ternby,Cutter Ledge,,,Atlantic cod,455,standard,900,MS000011,tagged,yes
    2011-04-02,Olaf Ternby,,48.61,-21.47,Pollack,430,TL,,MS000012 / MS000013,tagged,yes
    2011-05-02,Somebody Ashore,Harrow Point,,,Pollack,441,TL,,MS000012,recapture,no
    2011-06-03,Olaf Ternby,Oe Narrows,,,European seabass,,,1500,,untagged,no
    2011-06-03,Olaf Ternby,Oe Narrows,,,European seabass,,,1500,,untagged,no
  TABLE

  def old_records(context)
    words = { "fate" => { "yes" => "released", "no" => "kept" },
              "member" => { "olaf ternby" => "former", "somebody ashore" => "finder" } }
    bring(context, OLD, all: 5, file_name: "old.csv",
      choices: { "words" => words, "length_how" => "tape", "twice" => "each" })
  end

  def test_old_tables_come_back_as_they_went_exact_or_coarse
    @db, context = programme("voucher_first")
    fished(@db, context)
    old_records(context)
    [true, false].each do |exact|
      out = package(context, exact:)
      @second&.disconnect
      @second, other = programme("voucher_second")
      bring(other, out, all: rows(out).size + rows(out, table: "trips").size)

      same(out, package(other, exact:))
    end
  end

  # The tags of a cooperative, all of them in stock.
  def stock(from, to)
    Store::Gateway.new(from).custody.series.each_value do |run|
      series_id = to[:tag_series].insert(run.to_h)
      numbers = (run.first_serial..run.last_serial).map do |serial|
        [run.number(serial), series_id, serial, "in_stock"]
      end
      to[:tags].import(%i[number series_id serial state], numbers, slice: 5000)
    end
  end

  def test_the_demo_comes_back_as_it_went
    @db = TestDatabase.fresh("voucher_first")
    Demo::Load.call(db: @db, today: Date.new(2026, 6, 15),
      size: Demo::Load::SMALL.dup.tap { |size| size.releases = 400 })
    store = Store::Gateway.new(@db)
    out = package(Acts::Context.new(store:, member: store.members.all.find(&:coordinator?)))
    @second = TestDatabase.fresh("voucher_second", catalogue: true)
    stock(@db, @second)
    receiver = Seeds.member(@second, "Ada Marrin", role: "coordinator")
    other = Acts::Context.new(store: Store::Gateway.new(@second), member: receiver)
    bring(other, out, all: rows(out).size + rows(out, table: "trips").size)

    same(out, package(other))
  end

  def test_a_package_that_was_changed_on_the_way_is_refused
    @db, context = programme("voucher_first")
    fished(@db, context)
    changed = +""
    Zip::OutputStream.write_buffer(StringIO.new(changed)) do |zip|
      Zip::File.open_buffer(StringIO.new(package(context))) do |from|
        from.each do |entry|
          text = entry.get_input_stream.read
          zip.put_next_entry(entry.name)
          zip.write(entry.name.end_with?("catches.csv") ? text.sub("400", "900") : text)
        end
      end
    end
    error = assert_raises(Core::InvalidInput) do
      Acts::ReadTable.call(context, bytes: changed.b, file_name: "package.zip")
    end

    assert_match "hashes of data/catches.csv differ", error.message
  end
end
