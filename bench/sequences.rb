# frozen_string_literal: true

# 10,000 random days of one tagger: touches on the Deck, reloads, lost answers, late copies, edits
# ashore, over midnight. In
# the end the server has what was said: no tag that was not said, no value lost or invented, every
# fish once, the ledger whole. DATABASE_URL=$(bin/pg url dev) ruby bench/sequences.rb [DAYS, default
# 10000] [SEED, default 31]; works in a database of its own.
require_relative "../config/application"
require_relative "../test/support/seeds"
require_relative "../test/support/sequences"

count = Integer(ARGV[0] || 10_000)
url =
  ENV.fetch("DATABASE_URL") do
    abort "usage: DATABASE_URL=$(bin/pg url dev) ruby bench/sequences.rb [DAYS] [SEED]"
  end
Sequel.connect(url) do |db|
  db.run("drop database if exists voucher_bench with (force)") ||
    db.run("create database voucher_bench")
end
db = Database.connect(url.sub("///voucher?", "///voucher_bench?"))
Database.migrate(db)
Seeds.catalogue(db)
Que.connection = db
member = Seeds.member(db, "Isolde Brannock")
Seeds.pouch(db, member, count: 40)
days =
  Sequences.new(
    store: Store::Gateway.new(db),
    db:,
    member:,
    rng: Random.new(Integer(ARGV[1] || 31))
  )
from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
count.times do
  db.transaction(rollback: :always) do
    days.day(Seeds.trip(db, member, held_on: Date.new(2026, 5, 24)))
  end
end
days.close
taken = Process.clock_gettime(Process::CLOCK_MONOTONIC) - from
days.faults.first(10).each { |fault| p fault }
puts format(
  "%d days, %d fish, %d sendings, %d answers lost, %d edits ashore in %.0f s: %d faults",
  count,
  *days.counts.values_at(:fish, :sent, :lost_answers, :ashore),
  taken,
  days.faults.size
)
db.disconnect
Sequel.connect(url) { |owner| owner.run("drop database voucher_bench with (force)") }
exit(days.faults.empty?)
