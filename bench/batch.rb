# frozen_string_literal: true

# A thousand encounters with their taps through the batch act, against bare SQL inserts of the same
# rows, one by one. Needs PostgreSQL: DATABASE_URL=$(bin/pg url dev) ruby bench/batch.rb; works in a
# database of its own, which it drops.
require_relative "../config/application"
require_relative "../test/support/seeds"

COUNT = 1000
url =
  ENV.fetch("DATABASE_URL") { abort "usage: DATABASE_URL=$(bin/pg url dev) ruby bench/batch.rb" }
Sequel.connect(url) do |db|
  db.run("drop database if exists voucher_bench with (force)") ||
    db.run("create database voucher_bench")
end
db = Database.connect(url.sub("///voucher?", "///voucher_bench?"))
Database.migrate(db)
Seeds.catalogue(db)
Que.connection = db
store = Store::Gateway.new(db)
member = Seeds.member(db, "Isolde Brannock")
Seeds.pouch(db, member, count: COUNT * 2)
trip = Seeds.trip(db, member)

def seconds
  from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  yield
  Process.clock_gettime(Process::CLOCK_MONOTONIC) - from
end

records = Array.new(COUNT) do |index|
  sent = Seeds.encounter(trip, number: format("MS%06d", index + 1))
  { id: SecureRandom.uuid, body: sent, read: -> { sent } }
end
batch =
  seconds do
    Acts::RecordBatch.call(
      Acts::Context.new(store:, member:, now: Seeds::NOW), records:,
      bug: ->(error) { raise error }
    )
  end

# The same rows again under other ids and tags, with nothing but INSERT and UPDATE, a transaction
# per encounter.
rows = db[:encounters].where(trip_id: trip).all
bare = seconds do
  rows.each_with_index do |row, index|
    number = format("MS%06d", COUNT + index + 1)
    id, fish_id = SecureRandom.uuid, SecureRandom.uuid
    db.transaction do
      db[:fish].insert(
        id: fish_id,
        species_code: row[:species_code],
        story_key: SecureRandom.urlsafe_base64(16)
      )
      db[:encounters].insert(row.merge(id:, fish_id:))
      db[:taggings].insert(tag_number: number, fish_id:, encounter_id: id)
      db[:tag_custody].insert(tag_number: number, act: "applied", member_id: member[:id])
      db[:tags].where(number:).update(state: "applied")
      records[index][:sent][:stages].each_with_index do |tap, position|
        db[:stages].insert(encounter_id: id, revision: 1, position:, **tap)
      end
    end
  end
end
puts format(
  "batch of %d: %.2f s; bare inserts: %.2f s; ratio %.2f, limit 6: %s", COUNT, batch, bare,
  batch / bare,
  batch / bare <= 6 ? "kept" : "BROKEN"
)
db.disconnect
Sequel.connect(url) { |entry| entry.run("drop database voucher_bench with (force)") }
