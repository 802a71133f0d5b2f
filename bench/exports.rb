# frozen_string_literal: true

# All catches of the large demo into a file, beside COPY of the same rows, and the memory of it:
#   [TURNS=3] DATABASE_URL=<address of the large demo> ruby bench/exports.rb [FORMAT ...]
require_relative "support/coordinator"
require_relative "support/measure"
require "tempfile"

CONTEXT = Coordinator.context
db = CONTEXT.store.db

def copied(db, rows)
  Measure.timed do
    File.open(File::NULL, "wb") do |file|
      db.copy_table(rows, format: :csv) { |line| file.write(line) }
    end
  end
end

catches = db[:given_catches].order(:caught_on, :catch_id)
trips = db[:trips].join(:spots, code: :spot_code).order(:held_on, Sequel[:trips][:id])
  .select(Sequel[:trips][:id], :held_on, :water_code, :platform, :water_temp_c, :fished_hours,
    :rods, :member_id)
$stdout.sync = true
TURNS = Integer(ENV.fetch("TURNS", 1))
FORMATS = ARGV.empty? ? %w[csv geojson gpx package darwin_core] : ARGV
FORMATS.each do |format|
  asked = { format:, licence: "CC0-1.0", exact: true, receiver: "Marrow Institute" }
  turns = Array.new(TURNS) do
    # A package holds the trips too.
    copy = copied(db, catches) + (format == "package" ? copied(db, trips) : 0)
    Tempfile.create("voucher-bench", binmode: true) do |file|
      [copy, Measure.timed { @count = Acts::ExportData.new(CONTEXT, nil, asked, {}).write(file) }]
    end
  end
  ratios = turns.map { |copy, seconds| seconds / copy }.sort
  puts format("%-12s %d rows, %s s, COPY of them %s s: %.1f times, the middle of %d (limit 3); " \
    "at most %d MB (limit 200)", format, @count, turns.map { |_, turn| turn.round }.join(", "),
    turns.map { |turn, _| turn.round }.join(", "), ratios[TURNS / 2], TURNS, Measure.most_mb)
end
