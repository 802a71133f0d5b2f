# frozen_string_literal: true

# Old records by the ten thousand, beside COPY of the same rows into the same tables:
#   ruby bench/imports.rb [ROWS] [SEED]
# Needs TEST_DATABASE_URL, as $(bin/pg url test) gives it; works in a database of its own.
require_relative "../test/support/test_helper"
require_relative "../test/support/seeds"

ROWS = Integer(ARGV[0] || 20_000)
RNG = Random.new(Integer(ARGV[1] || 401))
CLOCK = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
def timed
  start = CLOCK.call
  yield
  CLOCK.call - start
end

def memory_mb = File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024

db = TestDatabase.fresh("voucher_bench")
Seeds.catalogue(db)
store = Store::Gateway.new(db)
Que.connection = db
hamish = Seeds.member(db, "Hamish Torvald", role: "coordinator")
Acts::ImportJob.store = store
series = db[:tag_series].insert(prefix: "MS", digits: 6, first_serial: 1, last_serial: 999_999)
db[:tags].import(
  %i[number series_id serial state],
  (1..ROWS).map { |serial| [format("MS%06d", serial), series, serial, "in_stock"] }, slice: 5000
)
first = Date.new(2008, 1, 1)
rows = (1..ROWS).map do |n|
  day = first + RNG.rand(5000)
  spot = ["Cutter Ledge", "Oe Narrows", "Harrow Point"].sample(random: RNG)
  again = n > 100 && RNG.rand < 0.1
  number = again ? RNG.rand(1..(n - 50)) : n
  day = first + 5000 + RNG.rand(500) if again
  [day.iso8601, "Hamish Torvald", spot, "Atlantic cod", 400 + RNG.rand(300),
    format("MS%06d", number), again ? "recapture" : "tagged", "released"].join(",")
end
text = ["day,who,where,species,length mm,tag,what,fate", *rows].join("\n")
context = Acts::Context.new(store:, member: hamish)
id = nil
reading = timed { id = Acts::ReadTable.call(context, bytes: text, file_name: "old.csv") }
mapping = store.imports.find(id)[:mapping].merge("length_how" => "board")
Acts::MapImport.call(context, id:, mapping:)
db[:imports].where(id:).update(state: "checking")
checking = timed { Acts::ImportJob.run(id) }
db[:imports].where(id:).update(state: "storing", at_line: 0)
storing = timed { Acts::ImportJob.run(id) }
puts "#{ROWS} rows: read #{reading.round(1)} s, tried #{checking.round(1)} s, " \
  "brought in #{storing.round(1)} s; #{store.imports.counts(id)}; #{memory_mb} MB"

TABLES = %i[trips fish encounter_records taggings tag_custody].freeze
copies = TABLES.to_h { |table| [table, db.copy_table(table)] }
before = TABLES.to_h { |table| [table, db[table].count] }
TABLES.reverse_each { |table| db.run("alter table #{table} disable trigger user") }
%i[import_rows spans matches reports].each { |table| db[table].delete }
TABLES.reverse_each { |table| db[table].delete }
TABLES.each { |table| db.run("alter table #{table} enable trigger user") }
copy = timed do
  db.transaction do
    TABLES.each { |table| db.copy_into(table, data: copies[table]) }
    db[:tags].where(state: "applied").update(holder_id: nil)
  end
end
puts "COPY of the same #{before.values.sum} rows: #{copy.round(1)} s; " \
  "brought in in #{(storing / copy).round(1)} times that (limit 10), tried and brought in " \
  "#{((reading + checking + storing) / copy).round(1)}"
