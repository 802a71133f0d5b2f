# frozen_string_literal: true

require_relative "../support/test_helper"

# The process that brings a table in is killed with -9 in the middle, again and again, and another
# goes on: nothing twice, nothing missing, and undone as if it had never been.
class ImportKillTest < Minitest::Test
  NAME = "voucher_killed"
  ROWS = 1500
  KILLS = 2
  # What a worker of its own does until it is killed.
  WORKER = <<~RUBY
    require "./config/application"
    store = Store::Gateway.new(Database.connect(ENV.fetch("KILLED_URL")))
    context = Acts::Context.new(store:, member: store.members.find(ARGV[1]))
    Acts::StoreImport.call(context, Integer(ARGV[0]))
  RUBY

  def setup
    @db = TestDatabase.fresh(NAME, catalogue: true)
    @store = Store::Gateway.new(@db)
    hamish = Seeds.member(@db, "Hamish Torvald", role: "coordinator")
    @context = Acts::Context.new(store: @store, member: hamish)
    series = @db[:tag_series].insert(
      prefix: "MS", digits: 6, first_serial: 1, last_serial: ROWS
    )
    @db[:tags].import(%i[number series_id serial state],
      (1..ROWS).map { |serial| [format("MS%06d", serial), series, serial, "in_stock"] })
    @id = checked
  end

  def teardown = @db.disconnect

  # Every tenth row is a fish of an earlier row, seen again a year later.
  def table
    rows = (1..ROWS).map do |n|
      again = (n % 10).zero?
      day = Date.new(2015, 1, 1) + (n / 20) + (again ? 365 : 0)
      "#{day},Hamish Torvald,Cutter Ledge,Atlantic cod,#{400 + (n / 10) + (again ? 230 : 0)}," \
        "#{format('MS%06d', again ? n - 5 : n)},#{again ? 'recapture' : 'tagged'},released"
    end
    ["day,who,where,species,length mm,tag,what,fate", *rows].join("\n")
  end

  def checked
    id = Acts::ReadTable.call(@context, bytes: table, file_name: "old.csv")
    mapping = @store.imports.find(id).mapping
      .merge("length_how" => "board", "length_kind" => "usual")
    Acts::MapImport.call(@context, id:, mapping:)
    @db[:imports].where(id:).update(state: "checking")
    Acts::CheckImport.call(@context, id)

    assert_equal({ "good" => ROWS }, @store.imports.counts(id))
    @db[:imports].where(id:).update(state: "storing", at_line: 0)
    id
  end

  def test_killed_in_the_middle_nothing_is_twice_or_missing_and_it_can_be_undone
    before = hashes
    KILLS.times { kill_in_the_middle }
    reached = @db[:encounters].count

    assert_operator reached, :<, ROWS, "it was done before it could be killed"
    Acts::StoreImport.call(@context, @id)

    assert_equal ROWS, @db[:encounters].count
    assert_equal ROWS - (ROWS / 10), @db[:taggings].count
    assert_equal({ "stored" => ROWS }, @store.imports.counts(@id))
    assert_equal @db[:encounters].where(fish_id: nil).count,
      @db[:reports].where(state: "waiting").count, "what was not sure waits at the desk, once"
    @store.imports.change(@id, state: "undoing")
    turns = 2
    Acts::UndoImport.call(@context, @id, going: -> { (turns -= 1) >= 0 })

    assert_operator @db[:encounters].count, :<, ROWS, "broken off on its way"
    Acts::UndoImport.call(@context, @id)

    assert_equal before, hashes
    assert_equal "undone", @store.imports.find(@id).state
  end

  # After some more of it has come in than lay there.
  def kill_in_the_middle
    there = @db[:encounters].count
    worker = Process.spawn({ "KILLED_URL" => TestDatabase.url(NAME) },
      RbConfig.ruby, "-e", WORKER, @id.to_s, @context.member[:id], chdir: ROOT)
    sleep 0.005 until @db[:encounters].count > there
    Process.kill(:KILL, worker)
    Process.wait(worker)
  end

  HELD = %i[encounter_records fish taggings trips tags spans reports matches].freeze

  def hashes = HELD.to_h { |table| [table, @db[table].all.map(&:to_s).sort.hash] }
end
