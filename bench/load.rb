# frozen_string_literal: true

# Reading and writing mixed, as on a busy evening, at a fixed rate against two web processes of its
#   own: bin/pg start dev; DATABASE_URL=$(bin/pg url dev) ruby bench/load.rb [PER_SECOND] [SECONDS]
# Requests start when they are due, whether or not the ones before have been answered: waiting
# counts. HEAVY=1: one tagger beside asks for season reports and exports without a pause.
# Prints p50, p95, p99 by kind beside those of the smallest question in the same run.
require_relative "support/server"
require_relative "../test/support/seeds"

per_second = Integer(ARGV[0] || 20)
seconds = Integer(ARGV[1] || 60)
processes = Integer(ENV.fetch("PROCESSES", 2))
CLIENTS = 24
# Of 100 requests: what an evening asks. share, kind
MIX = {
  session: 10, story: 18, finds: 10, number: 10, deck: 10, dockside: 8, species: 5, certificate: 3,
  picture: 3, health: 5, report: 6, encounter: 10, photo: 2
}.freeze
LIMITS = { 20 => [60, 120], 40 => [300, nil] }.freeze
JPEG =
  File.binread(Dir[File.join(ROOT, "docs/screenshots/*.png")].min_by { |file| File.size(file) })

# What each kind asks, made ready before the clock runs.
class Evening
  def initialize(server)
    @server = server
    db = server.db
    @keys = db[:fish].limit(300).select_map(:story_key)
    @isolde = db[:members].where(name: "Isolde Brannock").get(:id)
    @trips = db[:trips].where(member_id: @isolde).limit(30).select_map(:id)
    @numbers = db[:taggings].limit(300).select_map(:tag_number)
    @pouch = db[:tags].where(holder_id: @isolde, state: "in_pouch").select_map(:number)
    @trip = db[:trips].where(member_id: @isolde).order(Sequel.desc(:held_on)).get(:id)
    @stored = Queue.new
    @rng = Random.new(5)
  end

  def request(kind, client)
    case kind
    when :session then client.get("/api/session")
    when :story then client.get("/api/stories/#{@keys.sample(random: @rng)}")
    when :finds then client.get("/api/finds?limit=50")
    when :number then client.get("/api/numbers/#{@numbers.sample(random: @rng)}")
    when :deck then client.get("/api/deck?on=#{Date.today}")
    when :dockside then client.get("/api/trips/#{@trips.sample(random: @rng)}/dockside")
    when :species then client.get("/api/species")
    when :certificate then client.get("/api/stories/#{any_key}/certificate.pdf")
    when :picture then client.get("/api/stories/#{any_key}/picture.png")
    when :health then client.get("/api/health")
    when :report then client.put("/api/reports/#{SecureRandom.uuid}", report)
    when :encounter
      client.post("/api/encounters/batch", { encounters: [{ id: SecureRandom.uuid, encounter: }] })
    when :photo
      name = "name=a.png&utc_offset_minutes=0"
      bytes = JPEG + SecureRandom.bytes(8)
      client.put_bytes("/api/trips/#{@trip}/photos/#{SecureRandom.uuid}?#{name}", bytes)
    end
  end

  private

  def any_key = @keys.first(20).sample(random: @rng)

  def report
    json(Seeds.report(number_as_read: @numbers.sample(random: @rng),
      caught_on: Date.today - 1, finder_name: SecureRandom.hex(4)))
  end

  def encounter
    json(Seeds.encounter(@trip,
      kind: "untagged", tag_numbers: [], number: nil, start: Time.now - 600))
  end

  def json(value)
    JSON
      .parse(JSON.generate(value.transform_values { |entry| entry }), symbolize_names: true)
      .then { |sent| times(sent) }
  end

  def times(sent)
    if sent[:stages]
      sent.merge(
        stages: sent[:stages].map { |tap| tap.merge(at: Time.parse(tap[:at]).utc.iso8601(3)) }
      )
    else
      sent
    end
  end
end

def percentile(sorted, share) = sorted.empty? ? 0 : sorted[[(sorted.size * share).ceil - 1, 0].max]

BenchServer.run(processes:, jobs: true, env: ENV.slice("READ_DATABASE_URL")) do |server|
  evening = Evening.new(server)
  clients = Array.new(CLIENTS) { server.client("isolde@marrow.example") }
  # Code and caches are warm before the clock runs.
  if ENV["WARM"] != "no"
    3.times do
      MIX.each_key do |kind|
        clients.each { |client| evening.request(kind, client) if kind != :photo }
      end
    end
  end
  reports = Hash.new(0)
  heavy = ENV.fetch("HEAVY", nil) && Thread.new do
    tagger = server.client("isolde@marrow.example")
    (1..).each do |index|
      report = tagger.get("/api/water/season.pdf?from=2025-0#{1 + (index % 9)}-01&mine=yes")
      reports[report.code] += 1
      tagger.post("/api/exports", { format: "darwin_core", licence: "CC0-1.0", filter: {} })
    end
  end
  due = Queue.new
  taken = Queue.new
  kinds = MIX.flat_map { |kind, share| [kind] * share }
  order = Array.new(per_second * seconds) { kinds.sample(random: Random.new(_1 + 3)) }
  workers = clients.map do |client|
    Thread.new do
      while (kind, moment = due.pop)
        answer = begin
          evening.request(kind, client).code
        rescue StandardError => e
          e.class.name
        end
        taken << [kind, (BenchServer::CLOCK.call - moment) * 1000, answer]
      end
    end
  end
  began = BenchServer::CLOCK.call
  order.each_with_index do |kind, index|
    moment = began + (index / per_second.to_f)
    sleep [moment - BenchServer::CLOCK.call, 0].max
    due << [kind, moment]
  end
  CLIENTS.times { due << nil }
  workers.each(&:join)
  heavy&.kill
  result = Array.new(taken.size) { taken.pop }
  wrong = result.reject { |_, _, answer| answer.to_s.match?(/\A[23]\d\d\z/) }
  all = result.map { |_, took,| took }.sort
  puts format(
    "%d a second for %d s, %d processes: %d answers, %d errors; median %.0f ms, p95 %.0f " \
      "ms, p99 %.0f ms, worst %.0f ms",
    per_second, seconds, processes,
    result.size,
    wrong.size,
    percentile(all, 0.5),
    percentile(all, 0.95),
    percentile(all, 0.99),
    all.last
  )
  result.group_by(&:first).each do |kind, rows|
    times = rows.map { |_, took,| took }.sort
    puts format(
      "  %-12s %4d  median %5.0f ms, p95 %5.0f ms, worst %5.0f ms",
      kind,
      rows.size,
      percentile(times, 0.5),
      percentile(times, 0.95),
      times.last
    )
  end
  puts "  season reports beside, by status: #{reports}" if heavy
  wrong.first(5).each { |entry| puts "  #{entry.inspect}" }
  p95, p99 = LIMITS.fetch(per_second, [nil, nil])
  if wrong.any? || (p95 && percentile(all, 0.95) > p95) || (p99 && percentile(all, 0.99) > p99)
    exit 1
  end
end
