# frozen_string_literal: true

# Fills a database of its own beside the demo's with a million releases, for benches: DATABASE_URL
# names the cluster. Says how far it is, and goes on where it was stopped; --anew begins again.
# Prints the address of the database last.
require_relative "../../config/boot"

NAME = "voucher_large"
SECONDS_A_WORD = 10
clock = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
began = clock.call
words = 0
url = Database.beside(ENV.fetch("DATABASE_URL"), NAME, anew: ARGV.include?("--anew"))
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
size = Demo::Load::LARGE
since = nil
counts = Demo::Load.call(db:, today: Date.today, size:) do |fish|
  since ||= [clock.call, fish]
  seconds = clock.call - since[0]
  next if seconds < (words + 1) * SECONDS_A_WORD

  words += 1
  rate = (fish - since[1]) / seconds
  puts format("%d of %d fish, %d a second, %d s left before the indexes", fish, size.releases,
    rate, [(size.releases - fish) / rate, 0].max)
end
puts format(
  "%d releases, %d recaptures, %d reports, %d tags in %.0f s; at most %d MB of memory here",
  counts[:fish], counts[:encounters] - counts[:fish] + counts[:matches], counts[:reports],
  counts[:tags], clock.call - began, File.read("/proc/self/status")[/VmHWM:\s+(\d+)/, 1].to_i / 1024
)
puts url
