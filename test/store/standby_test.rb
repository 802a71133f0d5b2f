# frozen_string_literal: true

require_relative "../support/test_helper"

# A real standby of the tests' own cluster: it answers what only reads, while it is fit to.
class StandbyTest < Minitest::Test
  PG = File.join(ROOT, "bin/pg")
  NAME = "test_follows_#{ENV.fetch('TEST_CLUSTER')}".freeze

  def pg(*arguments) = system(PG, *arguments, exception: true, out: File::NULL, err: File::NULL)
  def folder = File.join(ENV["VOUCHER_PG"] || File.join(ROOT, "var/pg"), NAME)

  def setup
    FileUtils.rm_rf(folder)
    @primary = TestDatabase.fresh("voucher_standby")
    drop_slot
    pg("standby", NAME, ENV.fetch("TEST_CLUSTER"))
    read_url =
      IO.popen([PG, "url", NAME, "app"], &:read).strip.sub("///voucher?", "///voucher_standby?")
    @db =
      Database.connect(
        TestDatabase.url("voucher_standby", role: Roles::APPLICATION),
        read_url:,
        max_connections: 3
      )
    @follower =
      Database.connect(
        read_url.sub("user=#{Roles::APPLICATION}", "user=postgres"),
        max_connections: 1
      )
    @clock = 0.0
    @standby = Store::Standby.new(@db, most_lag: 1.0, clock: -> { @clock += 3 })
  end

  def teardown
    [@db, @follower, @primary].compact.each(&:disconnect)
    pg("stop", NAME)
    FileUtils.rm_rf(folder)
    drop_slot
  end

  def drop_slot
    TestDatabase.superuser("postgres").run(
      "select pg_drop_replication_slot(slot_name) from pg_replication_slots where slot_name = " \
        "'#{NAME}' and not active"
    )
  end

  # Which of the two answers.
  def who = @standby.reading { @db.get(Sequel.function(:pg_is_in_recovery)) } ? :standby : :primary

  def until_true
    200.times { yield ? (return true) : sleep(0.05) }
    false
  end

  def test_reads_go_to_it_while_it_keeps_up_and_to_the_primary_when_it_does_not
    @primary[:waters].insert(code: "one", name: "One", kind: "sea")

    assert_equal :standby, who
    assert(until_true { @standby.reading { @db[:waters].count } == 1 })
    assert_equal(
      :primary,
      @db.transaction { who },
      "what is in a transaction stays with what it writes"
    )
    @follower.get(Sequel.function(:pg_wal_replay_pause))
    @primary[:waters].insert(code: "two", name: "Two", kind: "sea")

    assert(until_true { @standby.lag_seconds > 1.0 })
    assert_equal :primary, who
    assert_equal(2, @standby.reading { @db[:waters].count })
    @follower.get(Sequel.function(:pg_wal_replay_resume))

    assert(until_true { who == :standby })
    pg("stop", NAME)

    assert_equal :primary, who, "one that is down costs an answer nothing but a moment"
    assert_nil @standby.lag_seconds
    pg("start", NAME)

    assert(until_true { who == :standby }, "and it is used again when it is back")
    pg("promote", NAME)

    assert(until_true { who == :primary }, "one that became a primary of its own is no standby")
  end
end
