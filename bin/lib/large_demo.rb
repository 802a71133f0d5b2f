# frozen_string_literal: true

# Fills a database of its own beside the demo's with a million releases, for benches: DATABASE_URL
# names the cluster. Prints its address last.
require_relative "../../config/boot"

NAME = "voucher_large"
began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
here = ENV.fetch("DATABASE_URL")
Database.connect(here, max_connections: 1).tap do |db|
  db.run("drop database if exists #{NAME} with (force)")
  db.run("create database #{NAME}")
  db.disconnect
end
url = here.sub(%r{(?<=/)[^/?]+(?=\?|\z)}, NAME)
# Nothing of it is worth a note per row, nor waiting for the disk; rows that one program made need
# not be held against each other (our own cluster lets us say so).
quiet = ["voucher.unnoted = 'on'", "synchronous_commit = off", "session_replication_role = replica"]
db =
  Database.connect(
    url,
    max_connections: 2,
    after_connect: ->(connection) { quiet.each { |setting| connection.exec("set #{setting}") } }
  )
Database.migrate(db)
counts = Demo::Load.call(db:, today: Date.today, size: Demo::Load::LARGE)
memory_mb = File.read("/proc/self/status")[/VmHWM:\s+(\d+)/, 1].to_i / 1024
recaptures = counts[:encounters] - counts[:fish] + counts[:matches]
puts format(
  "%d releases, %d recaptures, %d reports, %d tags in %.0f s; at most %d MB of memory here",
  counts[:fish],
  recaptures,
  counts[:reports],
  counts[:tags],
  Process.clock_gettime(Process::CLOCK_MONOTONIC) - began,
  memory_mb
)
puts url
