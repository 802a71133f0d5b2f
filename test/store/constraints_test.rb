# frozen_string_literal: true

require_relative "../support/test_helper"
require "open3"

# What must hold whatever the program does: asked of PostgreSQL directly.
class ConstraintsTest < Minitest::Test
  include RolledBack

  def db = TestDatabase.unit

  def setup
    @member = Seeds.member(db, "Isolde Brannock")
    Seeds.pouch(db, @member)
    @trip = Seeds.trip(db, @member)
    @store = Store::Gateway.new(db)
    @id = SecureRandom.uuid
    Acts::RecordEncounter.call(
      Acts::Context.new(store: @store, member: @member, now: Seeds::NOW),
      id: @id,
      sent: Seeds.encounter(@trip)
    )
  end

  def refused(error = Sequel::DatabaseError, &)
    assert_raises(error) { db.transaction(savepoint: true, &) }
  end

  def test_taps_and_custody_are_never_changed_or_removed
    [[:stages, { act: "kept" }], [:tag_custody, { act: "lost" }]].each do |table, change|
      refused { db[table].update(change) }
      refused { db[table].delete }
    end
  end

  def test_a_tag_sits_in_one_fish_at_a_time
    other = @store.fish.add(species_code: "cod", story_key: "k" * 22)
    refused(Sequel::UniqueConstraintViolation) do
      @store.fish.tag(fish_id: other, tag_number: "MS000001", encounter_id: @id)
    end
    @store.fish.untag(encounter_id: @id, tag_number: "MS000001", now: Seeds::NOW)

    assert @store.fish.tag(fish_id: other, tag_number: "MS000001", encounter_id: @id)
  end

  def test_series_do_not_overlap
    series = { prefix: "MS", digits: 6, first_serial: 9000, last_serial: 12_000 }
    refused(Sequel::Postgres::ExclusionConstraintViolation) { db[:tag_series].insert(series) }

    assert_equal :series_overlap,
      assert_raises(Core::Conflict) {
        @store.write { db[:tag_series].insert(series) }
      }.code
    assert db[:tag_series].insert(series.merge(first_serial: 10_000))
  end

  def test_quantities_stay_in_their_range_and_lengths_keep_their_kind
    [
      { length_mm: 5 },
      { length_kind: nil },
      { lat_deg: 91 },
      { lat_deg: nil },
      { hook_place: "tail" },
      { water_temp_c: 60 },
      { fish_id: nil },
      { fate: "lost" }
    ].each do |change|
      refused(Sequel::ConstraintViolation) { db[:encounters].where(id: @id).update(change) }
    end
  end
end

# The demo is also a test of the store: a whole cooperative must fit its constraints.
class DemoTest < Minitest::Test
  def test_the_demo_has_the_size_it_promises_and_its_ledger_adds_up
    db = TestDatabase.fresh("voucher_demo")
    counts = Demo::Load.call(db:, today: Date.new(2026, 6, 15))

    # Beside the releases those that the study in the lough caught at least once.
    studied = Demo::Study::FISH * (1 - ((1 - Demo::Study::CAUGHT_PER_VISIT)**5))

    assert_in_delta 2400 + studied, counts[:fish], 40
    assert_equal 14, db[:members].count
    assert_includes 230..390, db[:matches].count + db[:encounters].where(kind: "recaptured").count
    assert_equal 3, db[:reports].where(state: "waiting").count
    assert_equal 1, db[:trips].where(held_on: Date.new(2026, 6, 15)).count
    assert_equal 3, db[:encounters].distinct.select_map(Sequel.extract(:year, :caught_on)).size
    last = db[:tag_custody].distinct(:tag_number).order(:tag_number, Sequel.desc(:id)).from_self

    assert_equal db[:tags].where(state: "applied").count, last.where(act: "applied").count
    assert_equal db[:tags].where(state: "in_pouch").count, last.where(act: "issued").count
    assert_nil Demo::Load.call(db:, today: Date.new(2026, 6, 15)),
      "a database with members is left alone"
  ensure
    db&.disconnect
  end

  # By programs of its own, which share no thread and no connection with the tests.
  LOAD = <<~RUBY
    require "./config/boot"
    series = { prefix: "MS", digits: 6, first_serial: 1, last_serial: 9000 }
    size = Demo::Load::Size.new(releases: 900, batch_tags: 2000, parts: 3, series:)
    db = Database.connect(ARGV[0], max_connections: 2)
    puts JSON.generate(Demo::Load.call(db:, today: Date.new(2026, 6, 15), size:))
  RUBY

  def test_a_demo_in_shares_goes_on_after_it_was_killed
    db = TestDatabase.fresh("voucher_shares")
    indexes = db.indexes(:encounter_records).keys
    command = [RbConfig.ruby, "-e", LOAD, TestDatabase.url("voucher_shares")]
    killed(Process.spawn(*command, chdir: ROOT, pgroup: true), db)

    refute_empty shares_of(db)
    answer, status = Open3.capture2(*command, chdir: ROOT)
    counts = JSON.parse(answer)

    assert_predicate status, :success?
    assert_equal %i[fish encounter_records tags].map { |table| db[table].count },
      counts.values_at("fish", "encounters", "tags")
    assert_operator counts["fish"], :>, 900
    assert_equal indexes.sort, db.indexes(:encounter_records).keys.sort
  ensure
    db&.disconnect
  end

  private

  def shares_of(db) = Demo::Note.all(db).keys.grep(/share/)

  # With all that it began, as soon as a share is made.
  def killed(pid, db)
    600.times { shares_of(db).any? ? break : sleep(0.05) }
  ensure
    Process.kill("KILL", -pid)
    Process.wait(pid)
  end
end
