# frozen_string_literal: true

require_relative "../support/api_case"

# Somebody who has got hold of the application, or of the database itself, wants to undo what was
# written down.
class EvidenceTest < Minitest::Test
  def setup
    TestDatabase.fresh("voucher_evidence", catalogue: true).disconnect
    # Whoever has got hold of the whole cluster.
    @owner = Database.connect(TestDatabase.url("voucher_evidence", role: "postgres"))
    @app = Database.connect(TestDatabase.url("voucher_evidence", role: Roles::APPLICATION))
    @store = Store::Gateway.new(@app)
    Que.connection = @app
    @isolde = Seeds.member(@owner, "Isolde Brannock", email: "isolde@marrow.example")
    Seeds.pouch(@owner, @isolde, count: 20)
    @trip = Seeds.trip(@owner, @isolde)
    3.times { |index| record(format("MS%06d", index + 1)) }
  end

  def teardown
    Que.connection = TestDatabase.unit
    [@app, @owner].each(&:disconnect)
  end

  # All that the application does for a fish, as the role it works with.
  def record(number)
    Acts::RecordEncounter.call(
      Acts::Context.new(store: @store, member: @isolde, now: Seeds::NOW),
      id: SecureRandom.uuid,
      sent: Seeds.encounter(@trip, number:)
    )
  end

  def refused(sql, db = @app) = assert_raises(Sequel::DatabaseError, sql) { db.run(sql) }

  AT_A_LEDGER = [
    "truncate %s", "truncate %s cascade", "delete from %s", "update %s set id = id",
    "update %s set at = now()", "alter table %s disable trigger all",
    "alter table %s owner to voucher_app", "drop table %s"
  ].freeze

  def test_the_application_can_change_no_ledger_and_owns_nothing
    Roles::LEDGERS.product(AT_A_LEDGER) { |ledger, deed| refused format(deed, ledger) }
    refused "set session_replication_role = replica"
    refused "insert into ledger_seals (ledger, columns, first_id, last_id, \"rows\", hash) " \
      "values ('stages', '{}', 1, 1, 1, repeat('0', 64))"
    refused "select seal_ledger('members', 10)"

    refute @app.get(
             Sequel.lit(
               "rolsuper or rolcreaterole or rolcreatedb from pg_roles where rolname = current_user"
             )
           )
  end

  FUNCTIONS = <<~SQL
    select p.oid::regprocedure::text as name, p.proconfig from pg_proc p
      where p.pronamespace = 'public'::regnamespace and p.prokind = 'f'
        and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')
  SQL

  # A function added later without a search path of its own fails here.
  def test_every_function_looks_up_names_in_the_catalogue_first_and_in_temporary_tables_last
    functions = @owner.fetch(FUNCTIONS).all

    assert_operator functions.size, :>, 4
    functions.each do |function|
      assert_includes function[:proconfig].to_s, "search_path=pg_catalog, public, pg_temp",
        function[:name]
    end
  end

  def test_the_application_makes_no_tables_schemas_or_functions
    reader = Database.connect(
      TestDatabase.url("voucher_evidence", role: Roles::READER), max_connections: 1
    )
    refused "create temporary table row_changes (id bigint)", reader
    refused "create table public.row_changes_too (id bigint)"
    refused "create schema mine"
    refused "create function public.mine() returns int language sql as 'select 1'"
  ensure
    reader&.disconnect
  end

  # The queue makes the application keep the right to temporary objects; none is taken for ours.
  def test_temporary_tables_stand_in_for_none_of_ours
    @app.synchronize do |connection|
      connection.exec "create temporary table row_changes (like public.row_changes)"
      connection.exec "create temporary table ledger_seals (like public.ledger_seals)"
      connection.exec "create function pg_temp.run_as_owner() returns trigger language plpgsql " \
        "as $$ begin delete from public.row_changes; return null; end $$"
      connection.exec "create trigger attack after insert on ledger_seals execute function " \
        "pg_temp.run_as_owner()"
      noted, sealed = @owner[:row_changes].count, @owner[:ledger_seals].count
      connection.exec "update trips set platform = 'kayak'"
      connection.exec "select seal_ledger('stages', 100)"

      assert_equal noted + 1, @owner[:row_changes].count
      assert_equal sealed + 1, @owner[:ledger_seals].count
      assert_equal "0", connection.exec("select count(*) from pg_temp.row_changes").getvalue(0, 0)
    end
  end

  def test_not_even_the_owner_empties_a_ledger_by_a_slip
    Roles::LEDGERS.each { |ledger| refused "truncate #{ledger}", @owner }
    refused "delete from stages", @owner
  end

  def test_the_application_cannot_switch_the_notes_off
    before = @owner[:row_changes].count
    @app.transaction do
      @app.get(Sequel.function(:set_config, "voucher.unnoted", "on", true))
      @app[:trips].where(id: @trip).update(platform: "kayak")
    end

    assert_equal before + 1, @owner[:row_changes].count
  end

  def test_a_reader_reads_no_passwords_letters_or_sign_ins
    reader =
      Database.connect(
        TestDatabase.url("voucher_evidence", role: Roles::READER),
        max_connections: 1
      )

    assert_equal 3, reader[:encounters].count
    %w[account_password_hashes accounts security_events letters].each do |table|
      refused "select * from #{table}", reader
    end
    ["finder_contact from reports", "report_key from reports", "phone from calls",
      "story_key from fish", "permit_number from members", "name from members",
      "crew_key from trips"].each { |species| refused "select #{species}", reader }

    assert_equal 0, reader[:reports].get(Sequel.function(:count, :caught_on))
    refused "update trips set platform = 'kayak'", reader
  ensure
    reader&.disconnect
  end

  def sealed = Acts::SealLedgers.call(store: @store)

  def broken(**kept)
    Acts::SealLedgers
      .verify(store: Store::Gateway.new(@owner), **kept)
      .select { |_, state| state[:broken].any? }
      .keys
  end

  # As somebody who owns the database and knows how to get past the triggers.
  def tamper(sql)
    @owner.transaction do
      @owner.run("set local session_replication_role = replica")
      @owner.run(sql)
    end
  end

  def test_seals_cover_every_row_once_and_hold
    assert_equal 15, sealed[:stages]
    record("MS000004")

    assert_equal [5, 0], [sealed[:stages], sealed[:stages]]
    assert_empty broken
    answer = Acts::SealLedgers.verify(store: @store)[:stages]

    assert_equal [2, 20], answer.values_at(:seals, :rows)
  end

  # The upkeep and somebody's verify, at the same moment.
  def test_two_who_seal_at_once_take_turns
    3.times do |round|
      if @owner[:tags].where(number: format("MS%06d", 10 + round), state: "in_pouch").any?
        record(format("MS%06d", 10 + round))
      end
      counts =
        Array
          .new(4) do
            Thread.new { Acts::SealLedgers.call(store: Store::Gateway.new(@app))[:stages] }
          end
          .map(&:value)

      assert_equal 1,
        counts.compact.count(&:positive?) + (counts.compact.sum.zero? ? 1 : 0),
        counts.inspect
    end
    assert_empty broken
  end

  # The hash is what it says: anybody can work it out from the rows, without our functions.
  def test_a_seal_is_the_hash_of_the_rows_as_json
    sealed
    seal = @owner[:ledger_seals].where(ledger: "tag_custody").first
    rows =
      @owner
        .fetch(
          "select to_jsonb(r)::text as row from (select #{seal[:columns].to_a.join(', ')} from " \
            "tag_custody order by id) r"
        )
        .map { |damage| damage[:row] }

    assert_equal Digest::SHA256.hexdigest(Store::LedgerSeals::START + rows.join("\n")), seal[:hash]
  end

  def test_whatever_is_changed_removed_or_added_behind_a_seal_is_found
    [
      "update stages set at = at + interval '1 s' where id = 3", "delete from stages where id = 3",
      "update ledger_seals set hash = repeat('a', 64) where ledger = 'stages'",
      "delete from ledger_seals where ledger = 'stages' and id = (select min(id) from " \
        "ledger_seals where ledger = 'stages')"
    ].each do |sql|
      sealed
      record("MS000005") if @owner[:encounters].count == 3
      sealed

      assert_empty broken, "before: #{sql}"
      @owner.transaction(rollback: :always, savepoint: true) do
        @owner.run("set local session_replication_role = replica")
        @owner.run(sql)

        assert_equal [:stages], broken, sql
      end
    end
  end

  def test_a_chain_that_was_made_anew_is_told_by_a_copy_of_the_old_one
    sealed
    kept = @store.ledger_seals.newest
    tamper "update stages set at = at + interval '1 s' where id = 3"
    tamper "delete from ledger_seals"
    sealed

    assert_empty broken, "by itself it looks whole"
    assert_equal [:stages], broken(kept:)
  end

  # A row that was being added while others were sealed is sealed later, never passed over.
  def test_a_slow_transaction_is_waited_for_or_left_for_next_time
    slow = Database.connect(TestDatabase.url("voucher_evidence"), max_connections: 1)
    slow.run("begin")
    slow.run("insert into security_events (kind) values ('signed_in')")
    @owner[:security_events].insert(kind: "signed_out")

    assert_nil sealed[:security_events]
    slow.run("commit")

    assert_equal 2, sealed[:security_events]
    assert_empty broken
  ensure
    slow&.disconnect
  end

  def test_the_same_database_restored_elsewhere_keeps_its_seals
    sealed
    Dir.mktmpdir do |dir|
      @owner.transaction(isolation: :repeatable) do
        File.open("#{dir}/dump", "wb") do |file|
          Devices::DatabaseDump.new(TestDatabase.url("voucher_evidence")).dump(
            file, snapshot: @owner.get(Sequel.function(:pg_export_snapshot))
          )
        end
      end
      Sequel.connect(TestDatabase.url("postgres")) do |db|
        db.run("drop database if exists voucher_evidence_two with (force)")
        db.run("create database voucher_evidence_two")
      end
      Devices::DatabaseDump.new(url = TestDatabase.url("voucher_evidence_two")).restore(
        "#{dir}/dump"
      )
      other = Database.connect(url, max_connections: 2)

      assert_empty(
        Acts::SealLedgers
          .verify(store: Store::Gateway.new(other), kept: @store.ledger_seals.newest)
          .select { |_, state| state[:broken].any? }
      )
      other.disconnect
    end
  end

  # An hour with the application's role.
  HOSTILE = [
    *[*Roles::LEDGERS, "note_balances"].product(AT_A_LEDGER)
      .map { |ledger, deed| format(deed, ledger) },
    *File.read(File.expand_path("../fixtures/hostile.sql", __dir__)).split(/;$/)
      .map(&:strip).reject(&:empty?)
  ].freeze

  def test_a_hostile_application_changes_no_ledger_and_no_note_unseen
    sealed
    defences = Store::Defences.new(@owner)
    defences.keep_balances
    before = ledgers

    assert_operator HOSTILE.size, :>=, 40
    HOSTILE.each do |sql|
      @app.run(sql)
    rescue Sequel::DatabaseError
      next
    ensure
      @app.run("reset all") && @app.run("discard temp")
    end
    record("MS000004")
    sealed

    assert_empty broken
    assert_empty defences.troubles, "also after a day's work"
    ledgers.each { |ledger, rows| assert_equal before[ledger], rows & before[ledger], ledger }
  end

  def ledgers = Roles::LEDGERS.to_h { |ledger| [ledger, @owner[ledger.to_sym].order(:id).all] }

  # Somebody with the owner's role, and what verify says of each deed.
  def test_what_the_owner_does_behind_the_notes_is_said
    defences = Store::Defences.new(@owner)
    defences.keep_balances
    {
      "alter table waters disable trigger noted" => /waters noted is switched off/,
      "drop trigger noted on waters" => /waters noted is gone/,
      "create or replace function append_only() returns trigger language plpgsql as " \
        "'begin return new; end'" => /append_only\(\) is not as we wrote it/,
      "set local voucher.unnoted = 'on'; set local session_replication_role = replica; " \
        "insert into waters (code, name, kind) values ('s', 'S', 'sea')" =>
        /1 rows of waters came without a note/
    }.each do |sql, statement|
      @owner.transaction(rollback: :always) do
        @owner.run(sql)

        assert_match statement, defences.troubles.join("; ")
      end
    end
  end

  def test_the_hashes_of_our_defences_are_those_of_this_version
    assert_equal JSON.parse(File.read(Store::Defences::FILE)), Store::Defences.new(@owner).hashes,
      "after a migration run bin/lib/note_defences.rb, as it says"
  end
end
