# frozen_string_literal: true

# Old records by the ten thousand, beside COPY of the same rows into the same tables, while a
# phone's fish go on being recorded; then all of them taken back:
#   ruby bench/imports.rb [ROWS] [SEED]
# Needs TEST_DATABASE_URL, as $(bin/pg url test) gives it; works in a database of its own.
require_relative "../test/support/test_helper"
require_relative "../test/support/seeds"
require_relative "support/measure"

ROWS = Integer(ARGV[0] || 20_000)
RNG = Random.new(Integer(ARGV[1] || 401))
db = TestDatabase.fresh("voucher_bench")
Seeds.catalogue(db)
store = Store::Gateway.new(db)
Que.connection = db
ENV["BENCH_URL"] = TestDatabase.url("voucher_bench")
hamish = Seeds.member(db, "Hamish Torvald", role: "coordinator")
Acts::StoredJob.store = store
series = db[:tag_series].insert(prefix: "MS", digits: 6, first_serial: 1, last_serial: 999_999)
db[:tags].import(
  %i[number series_id serial state],
  (1..ROWS).map { |serial| [format("MS%06d", serial), series, serial, "in_stock"] }, slice: 5000
)
# By a process of its own, so that the memory told is that of bringing it in.
file = File.join(Dir.mktmpdir, "old.csv")
Process.wait(fork do
  first = Date.new(2008, 1, 1)
  released, numbers = {}, []
  rows = (1..ROWS).map do |n|
    again = n > 100 && RNG.rand < 0.1
    number = again ? numbers.sample(random: RNG) : n
    day, length_mm = released[number] || [first + RNG.rand(5000), 300 + RNG.rand(200)]
    if again
      later = 40 + RNG.rand(600)
      day, length_mm = day + later, length_mm + (later * 0.12).round + RNG.rand(10)
    else
      released[n] = [day, length_mm]
      numbers << n
    end
    spot = ["Cutter Ledge", "Oe Narrows", "Harrow Point"].sample(random: RNG)
    [day.iso8601, "Hamish Torvald", spot, "Atlantic cod", length_mm,
      format("MS%06d", number), again ? "recapture" : "tagged", "released"].join(",")
  end
  File.write(file, ["day,who,where,species,length mm,tag,what,fate", *rows].join("\n"))
  exit!
end)
context = Acts::Context.new(store:, member: hamish)
# In a process of its own, as the web reads a table and the jobs bring it in: [seconds, MB at most].
def apart(db, &block)
  db.disconnect
  reader, writer = IO.pipe
  pid = fork do
    seconds = Measure.timed(&block)
    writer.write(JSON.generate([seconds, Measure.most_mb]))
    writer.close
    exit!
  end
  writer.close
  JSON.parse(reader.read).tap { Process.wait(pid) }
end

# A phone that records an untagged fish five times a second, until the block has ended. Returns what
# the block returns and how many milliseconds each record took.
def beside_a_phone(db, member)
  trip_id = Seeds.trip(db, member, held_on: Date.today)
  db.disconnect
  reader, writer = IO.pipe
  pid = fork do
    ended = false
    trap("TERM") { ended = true }
    store = Store::Gateway.new(Database.connect(ENV.fetch("BENCH_URL"), max_connections: 1))
    phone = Acts::Context.new(store:, member:)
    took = []
    until ended
      sent = Seeds.encounter(trip_id, start: Time.now - 120, kind: "untagged", tag_numbers: [])
      took << (Measure.timed do
        Acts::RecordEncounter.call(phone, id: SecureRandom.uuid, sent:)
      end * 1000)
      sleep 0.2
    end
    writer.write(JSON.generate(took))
    writer.close
    exit!
  end
  writer.close
  answer = yield
  Process.kill("TERM", pid)
  [answer, JSON.parse(reader.read)].tap { Process.wait(pid) }
end

def p95(values) = values.sort[(values.size * 0.95).floor].round

reading, read_mb = apart(db) do
  Acts::ReadTable.call(context, bytes: File.binread(file), file_name: "old.csv")
end
id = db[:imports].get(:id)
mapping = store.imports.find(id).mapping.merge("length_how" => "board", "length_kind" => "usual")
Acts::MapImport.call(context, id:, mapping:)
db[:imports].where(id:).update(state: "checking")
(checking, checked_mb), beside_check = beside_a_phone(db, hamish) do
  apart(db) { Acts::ImportJob.run(id) }
end
db[:imports].where(id:).update(state: "storing", at_line: 0)
(storing, stored_mb), beside_store = beside_a_phone(db, hamish) do
  apart(db) { Acts::ImportJob.run(id) }
end
puts "#{ROWS} rows: read #{reading.round(1)} s, tried #{checking.round(1)} s, " \
  "brought in #{storing.round(1)} s; #{store.imports.counts(id)}; memory at most #{read_mb}, " \
  "#{checked_mb} and #{stored_mb} MB (limit 300)"
puts "a phone beside it: p95 #{p95(beside_check)} ms while they are tried, " \
  "#{p95(beside_store)} ms while they come in (limit 500)"
$stdout.flush
TABLES = %i[trips fish encounter_records taggings tag_custody].freeze
copies = TABLES.to_h { |table| [table, db.copy_table(table)] }
before = TABLES.to_h { |table| [table, db[table].count] }
Acts::UndoImport.ask(context, id:)
(undoing, undo_mb), beside_undo = beside_a_phone(db, hamish) do
  apart(db) { Acts::ImportJob.run(id) }
end
left = %i[fish taggings].sum { |table| db[table].count } + db[:trips].exclude(import_id: nil).count
puts "taken back in #{undoing.round(1)} s, #{left} rows of it left; at most #{undo_mb} MB; " \
  "a phone beside it: p95 #{p95(beside_undo)} ms (limit 500)"
# Row by row, as every key that points to a fish is looked for, it would take longer than all else.
# Wants the address of `bin/pg url dev admin`.
db.run("set session_replication_role = replica")
(TABLES + %i[import_rows spans matches reports]).each { |table| db[table].truncate(cascade: true) }
db.run("set session_replication_role = origin")
copy = Measure.timed do
  db.transaction do
    TABLES.each { |table| db.copy_into(table, data: copies[table]) }
    db[:tags].where(state: "applied").update(holder_id: nil)
  end
end
puts "COPY of the same #{before.values.sum} rows: #{copy.round(1)} s; " \
  "brought in in #{(storing / copy).round(1)} times that (limit 10), tried and brought in " \
  "#{((reading + checking + storing) / copy).round(1)} (limit 10), taken back " \
  "#{(undoing / copy).round(1)}"
