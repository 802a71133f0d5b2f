# frozen_string_literal: true

require_relative "../support/api_case"

# Many at once, and a server that is killed: on a database whose transactions are real.
class ReportRaceTest < Minitest::Test
  def setup
    @db = TestDatabase.fresh("voucher_report_race", catalogue: true)
    @store = Store::Gateway.new(@db)
    Que.connection = @db
    @isolde = Seeds.member(@db, "Isolde Brannock", email: "isolde@marrow.example")
    @hamish = Seeds.member(@db, "Hamish Torvald", role: "coordinator")
    Seeds.pouch(@db, @isolde)
    @trip = Seeds.trip(@db, @isolde)
    Acts::LetterJob.base_url = "http://example.org"
    Acts::RecordEncounter.call(
      Acts::Context.new(store: @store, member: @isolde, now: Seeds::NOW),
      id: SecureRandom.uuid, sent: Seeds.encounter(@trip, start: Seeds::NOW - (86_400 * 30))
    )
  end

  def teardown
    Que.connection = TestDatabase.unit
    @db.disconnect
  end

  def sent(**changes)
    Seeds.report(
      caught_on: Seeds::NOW.to_date,
      place: {
        lat_deg: 48.63,
        lon_deg: -21.45
      },
      length: {
        value: 42,
        unit: "cm",
        kind: "FL",
        how: "tape"
      },
      finder_contact: "edda@finders.example",
      **changes
    )
  end

  def report(id, **changes)
    Acts::ReportTag.call(Acts::Context.new(store: @store), id:, sent: sent(**changes))
  end

  # Half of them one telephone that sends again and again, half of them pages that were opened anew.
  def test_fifty_equal_reports_make_one_catch
    same = SecureRandom.uuid
    gate = Queue.new
    threads = Array.new(50) do |index|
      Thread.new do
        gate.pop
        report(index.even? ? same : SecureRandom.uuid)
      end
    end
    50.times { gate << true }
    answer = threads.map(&:value)
    Acts::StoredJob.store = Store::Gateway.new(@db)
    @db[:que_jobs].where(job_class: "Acts::FollowMatchJob").select_map(:args)
      .each { |args| Acts::FollowMatchJob.run(*args) }

    assert_equal 1, answer.map { |entry| entry[:story_key] }.uniq.size
    assert_equal [1, 26, %w[recapture_to_tagger thanks_to_finder]],
      [@db[:matches].count, @db[:reports].count, @db[:letters].select_order_map(:kind)]
    assert_equal(
      { "joined" => 25, "matched" => 1 },
      @db[:reports].group_and_count(:state).to_hash(:state, :count)
    )
    assert_equal 2, @store.fish.catches(@db[:fish].get(:id)).size
  end

  def whole_state
    [
      @db[:reports].get(:state),
      @db[:decisions].count,
      @db[:matches].count,
      @db[:letters].count,
      @db[:que_jobs].count,
      @db[:spans].count
    ]
  end

  # Killed before each of its statements in turn, a decision is either not made at all or made
  # whole.
  def test_a_server_that_is_killed_during_a_decision_leaves_a_whole_state
    report(id = SecureRandom.uuid, number_as_read: "MS00000?")
    before, made = whole_state, ["matched", 1, 1, 2, 2, 1]
    url = TestDatabase.url("voucher_report_race")
    killed = (1..200).take_while do |statement|
      # Once it was made, a commit went before: what is left says nothing more.
      next false if whole_state == made

      @db.disconnect
      pid = fork { decide_and_die(url, id, statement) }
      Process.wait(pid)
      next false if $CHILD_STATUS.success?

      assert_includes [before, made], whole_state, "killed before statement #{statement}"
    end

    assert_operator killed.size, :>, 10, "a decision is many statements"
    assert_equal made, whole_state
  end

  def decide_and_die(url, id, statement)
    db = Database.connect(url, max_connections: 1)
    Que.connection = db
    store = Store::Gateway.new(db)
    count = 0
    db.loggers << Class
      .new(Logger) do
        define_method(:add) { |*| (count += 1) == statement && Process.kill("KILL", Process.pid) }
      end
      .new(nil)
    Acts::DecideReport.call(
      Acts::Context.new(store:, member: @hamish, now: Seeds::NOW),
      report_id: id,
      verdict: "accepted",
      reason: "The photo shows it.",
      seen: 0,
      tag_number: "MS000001"
    )
    exit!(0)
  end

  # Two coordinators at once: the ledger adds up, and nothing goes below nought.
  def test_the_shelf_adds_up_under_several_coordinators_at_once
    @store.stock.keep_item({ code: "needle", name: "spare needle", reorder_at: 2, in_kit: 2 })
    context = Acts::Context.new(store: @store, member: @store.members.find(@hamish[:id]))
    Acts::KeepStock.move(context, code: "needle", count: 7, reason: "counted")
    ids = Array.new(6) { SecureRandom.uuid }
    ids.each do |id|
      @store.stock.add_order(id:, member_id: @isolde[:id], items: { needle: 2 }, note: nil)
    end
    results = ids.flat_map { |id| [id, id] }.map { |id| Thread.new { posting(context, id) } }

    assert_equal({ posted: 3, refused: 9 }, results.map(&:value).tally)
    assert_equal [1, 3],
      [@store.stock.items.first[:left], @db[:orders].where(state: "posted").count]
  end

  def posting(context, id)
    Acts::KeepStock.post(context, id:)
    :posted
  rescue Core::Conflict
    :refused
  end
end
