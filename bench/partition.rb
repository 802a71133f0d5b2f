# frozen_string_literal: true

# Encounters by season, tried on the large demo beside the table as it is:
#   bin/voucher demo --large; DATABASE_URL=<the address it printed> ruby bench/partition.rb
# Makes the partitioned copy in a schema of its own, asks both the same questions, and drops the
# copy.
require_relative "../config/boot"

url =
  ENV.fetch("DATABASE_URL") do
    abort "usage: DATABASE_URL=<address of the large demo> ruby bench/partition.rb"
  end
db = Database.connect(url, max_connections: 2)
CLOCK = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
ASKS = 200

def seconds
  began = CLOCK.call
  yield
  CLOCK.call - began
end

def p95(asks)
  asks.map { |ask| seconds(&ask) * 1000 }.sort.then { |sorted| sorted[(sorted.size * 0.95).floor] }
end

db.run("drop schema if exists trial cascade")
db.run("create schema trial")
years =
  db[:encounters]
    .select_map(Sequel.function(:date_part, "year", :caught_on).cast(:integer))
    .uniq
    .sort
db.run(
  "create table trial.encounters (like public.encounters including defaults) partition by range " \
    "(caught_on)"
)
years.each do |year|
  db.run(
    "create table trial.encounters_#{year} partition of trial.encounters for values from " \
      "('#{year}-01-01') to ('#{year + 1}-01-01')"
  )
end
copied = seconds { db.run("insert into trial.encounters select * from public.encounters") }
indexed = seconds do
  # A key of a partitioned table holds the column it is parted by: nothing else may point at an id
  # alone.
  db.run("alter table trial.encounters add primary key (id, caught_on)")
  [
    "(fish_id)", "(trip_id)", "(member_id, caught_on)", "(spot_code, species_code)"
  ].each { |columns| db.run("create index on trial.encounters #{columns}") }
end
db.run("analyze trial.encounters")
rows = db[:encounters].count
puts format(
  "%d encounters in %d seasons: copied in %.0f s, indexed in %.0f s",
  rows,
  years.size,
  copied,
  indexed
)

ids =
  db[
    "select id, fish_id, member_id, caught_on from public.encounters tablesample system (0.2) " \
      "limit #{ASKS}"
  ].all
QUESTIONS = {
  "one by its id" => ->(table, row) { table.where(id: row[:id]).first },
  "one by id and day" => lambda { |table, row|
    table.where(id: row[:id], caught_on: row[:caught_on]).first
  },
  "a fish's encounters" => ->(table, row) { table.where(fish_id: row[:fish_id]).all },
  "a member's season" => lambda { |table, row|
    table
      .where(
        member_id: row[:member_id],
        caught_on: Date.new(row[:caught_on].year, 6, 1)..Date.new(row[:caught_on].year, 6, 7)
      )
      .select(:id, :caught_on)
      .all
  },
  "counts of a season" => lambda { |table, row|
    year = row[:caught_on].year
    table.where(caught_on: Date.new(year)...Date.new(year + 1)).group_and_count(:species_code).all
  }
}.freeze
QUESTIONS.each do |name, ask|
  few = name.start_with?("counts") ? ids.first(5) : ids
  parted_rows, parted =
    [db[Sequel[:public][:encounters]], db[Sequel[:trial][:encounters]]].map do |table|
      p95(few.map { |row| -> { ask.call(table, row) } })
    end
  puts format("  %-22s p95 %8.2f ms in one table, %8.2f ms in seasons", name, parted_rows, parted)
end
detached =
  seconds do
    db.run("alter table trial.encounters detach partition trial.encounters_#{years.first}")
  end
puts format(
  "  a season is put aside in %.3f s; deleting its %d rows from one table would touch each",
  detached,
  db[Sequel[:trial][:"encounters_#{years.first}"]].count
)
db.run("drop schema trial cascade")
