# frozen_string_literal: true

require_relative "../support/test_helper"
require "zip"

# What goes out as a package comes into an empty cooperative and goes out again: the same, but for
# the names that rows bear and what the package has no room for.
class RoundTripTest < Minitest::Test
  # Ids are given anew; a place that was told is one's own there.
  NEW = %w[catch_id fish_id trip_id place_uncertainty_m].freeze
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

  def package(context)
    path = File.join(Dir.mktmpdir, "out.zip")
    asked = { format: "package", licence: "CC0-1.0", exact: true, receiver: "A new cooperative" }
    File.open(path, "wb") { |file| Acts::ExportData.new(context, nil, asked, {}).write(file) }
    File.binread(path)
  end

  def rows(bytes, table: "catches")
    Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
      return CSV.parse(zip.read("data/#{table}.csv"), headers: true)
          .map { |row| row.to_h.except(*NEW) }.sort_by(&:to_s)
    end
  end

  def bring(context, bytes)
    id = Acts::ReadTable.call(context, bytes:, file_name: "package.zip")
    { "checking" => Acts::CheckImport, "storing" => Acts::StoreImport }.each do |state, act|
      context.store.imports.change(id, state:, at_line: 0)
      act.call(context, id)
    end

    assert_equal({ "stored" => FISH + 2 + TRIPS }, context.store.imports.counts(id),
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
