# frozen_string_literal: true

# Core alone: recomputing a plan of 20 species, compiling the trip card, and looking at changed
# house rules. Baseline in the same run: writing the card out as JSON.
require_relative "../config/boot"
require "csv"
require "zlib"

SPECIES = CSV.read(File.join(ROOT, "db/catalogue/species.csv"), headers: true).map do |line|
  row = line.to_h.transform_keys(&:to_sym)
  numbers = %i[weight_a weight_b warm_c stop_c].to_h { |key| [key, row[key].to_f] }
  lengths =
    %i[typical_mm large_mm min_mm max_mm min_taggable_mm].to_h { |key| [key, row[key].to_i] }
  Core::Fish::Species.new(
    **row.slice(:code, :common_name, :scientific_name, :guild_key, :tail, :bladder),
    **numbers,
    **lengths,
    in_water_only_mm: row[:in_water_only_mm]&.to_i,
    hazards: row[:hazards].to_s.split(";")
  )
end
RULES = Core::Protocol::HouseRules.default
PLAN =
  Core::Trips::Plan.new(
    held_on: Date.new(2026, 6, 1),
    water: "sea",
    platform: "boat",
    alone: false,
    species: SPECIES.first(20),
    depth_from_m: 5,
    depth_to_m: 40,
    surface_temp_c: 16.5,
    bottom_temp_c: 12.0,
    bait: "natural",
    hook: "j",
    barbs: "barbed"
  )
MEMBER = Core::People::Member.new(
  permit_number: "MSC-1", permit_expires_on: Date.new(2027, 1, 1), trained: %w[tagging]
)
TAGS = { in_pouch: 40, next_number: "MS000001", used: 80, days: 365, trips: 12 }.freeze

def outlook
  Core::Trips::Outlook.for(
    plan: PLAN,
    locker: Core::Trips::Locker.new(**Core::Trips::Locker.empty.to_h, **Demo::Gear::WHOLE),
    rules: RULES,
    laws: [],
    member: MEMBER,
    tags: TAGS,
    today: Date.new(2026, 6, 1)
  )
end

def card
  Core::Trips::Card.compile(
    trip: {},
    species: SPECIES,
    pouch: Array.new(50) { |serial| format("MS%06d", serial) },
    rules: RULES,
    authorisation: Core::Trips::Finding.new(key: :permit, verdict: :ok, text: "", source: "")
  )
end

def measure(times)
  runs = Array.new(times) do
    from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    (Process.clock_gettime(Process::CLOCK_MONOTONIC) - from) * 1000
  end.sort
  [runs[times / 2], runs[(times * 0.95).floor]]
end

2.times { outlook && card }
json = card
baseline = measure(100) { JSON.generate(json) }
{ "JSON of the card" => [baseline, nil],
  "plan of 20 species" => [measure(100) { outlook }, 30],
  "trip card, " \
    "#{SPECIES.size} species" => [measure(60) do
      card
    end, 150] }.each do |name, ((median, p95), limit)|
      puts format(
        "%-26s median %6.2f ms   p95 %6.2f ms   %5.2f x the baseline%s", name, median,
        p95,
        median / baseline[0],
        limit && "   limit #{limit} ms: #{p95 <= limit ? 'kept' : 'BROKEN'}"
      )
    end
puts "card: #{Zlib.gzip(JSON.generate(json)).bytesize / 1000.0} kB compressed, limit 150 kB"
