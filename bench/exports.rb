# frozen_string_literal: true

# All catches of the large demo into a file, beside COPY of the same rows, and the memory of it:
#   DATABASE_URL=<address of the large demo> ruby bench/exports.rb
require_relative "../config/boot"
require "tempfile"

url = ENV.fetch("DATABASE_URL") { abort "usage: DATABASE_URL=... ruby bench/exports.rb" }
db = Database.connect(url, max_connections: 2)
store = Store::Gateway.new(db)
coordinator = store.members.find(db[:members].where(role: "coordinator").get(:id))
CONTEXT = Acts::Context.new(store:, member: coordinator)

def timed
  start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  yield
  Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
end

def most_mb = File.read("/proc/self/status")[/VmHWM:\s+(\d+)/, 1].to_i / 1024

rows = db[:given_catches].order(:caught_on, :catch_id)
copy = timed do
  File.open(File::NULL, "wb") { |file| db.copy_table(rows, format: :csv) { |line| file.write(line) } }
end
$stdout.sync = true
puts format("COPY of the same rows: %.1f s; memory %d MB", copy, most_mb)
%w[csv geojson gpx package darwin_core].each do |format|
  Tempfile.create("voucher-bench", binmode: true) do |file|
    asked = { format:, licence: "CC0-1.0", exact: true, receiver: "Marrow Institute" }
    count = nil
    seconds = timed { count = Acts::ExportData.new(CONTEXT, nil, asked, {}).write(file) }
    puts format("%-12s %d rows, %.1f s, %.1f times that (limit 3); at most %d MB (limit 200)",
      format, count, seconds, seconds / copy, most_mb)
  end
end
