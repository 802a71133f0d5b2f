# frozen_string_literal: true

# Attackers who want the places of fish that are not theirs: a stranger, a reading key and a tagger,
#   each with 500 requests a fish at most, against a server of its own:
#   bin/pg start dev; DATABASE_URL=$(bin/pg url dev) ruby bench/adversary.rb [FISH] [SEED]
# Places are drawn at random, so that no chart and no habit of anglers helps. Prints how far off
# each way of guessing is, beside the middle of the public cell; ends with 1 where one does better.
require_relative "support/server"

FISH = Integer(ARGV[0] || 200)
RNG = Random.new(Integer(ARGV[1] || 29))
MOST_REQUESTS = 500
# Of places spread evenly over a cell of 5 km, seen from its middle.
LEAST_MEDIAN_KM = 1.9
NEAR_KM = 0.3
CHANCE_NEAR = Math::PI * (NEAR_KM**2) / 25
CELL_DEG = 5 / 111.132
BOX = { lat: 48.35..49.05, lon: -21.85..-20.65 }.freeze

def km(from, to)
  north = (to[0] - from[0]) * 111.2
  east = (to[1] - from[1]) * 111.2 * Math.cos(from[0] * Math::PI / 180)
  Math.hypot(north, east)
end

Secret = Struct.new(:story_key, :number, :species, :on, :place, keyword_init: true)

# Gives fish of others places that nobody can guess, with numbers that a finder may have read.
def hide(db)
  isolde = db[:members].where(name: "Isolde Brannock").get(:id)
  handled = db[:encounters].where(member_id: isolde).exclude(fish_id: nil).select(:fish_id)
  record = Sequel[:encounters]
  rows = db[:encounters].join(:fish, id: :fish_id).join(:taggings, encounter_id: record[:id])
    .where(kind: "tagged").exclude(record[:fish_id] => handled).order(record[:id])
    .select(record[:id], :story_key, :tag_number, record[:species_code], :caught_on).all
    .uniq { |row| row[:story_key] }.sample(FISH, random: RNG)
  rows.map do |row|
    place = [RNG.rand(BOX[:lat]), RNG.rand(BOX[:lon])].map { |degrees| degrees.round(6) }
    db[:encounters].where(id: row[:id]).update(lat_deg: place[0], lon_deg: place[1])
    Secret.new(
      story_key: row[:story_key], number: row[:tag_number], species: row[:species_code],
      on: row[:caught_on], place:
    )
  end
end

# One attacker at one fish.
class Attack
  attr_reader :asked

  def initialize(client, secret, key: nil)
    @client, @secret, @key = client, secret, key
    @asked = 0
  end

  def get(path, **query)
    return nil if (@asked += 1) > MOST_REQUESTS

    path = "#{path}?#{URI.encode_www_form(query)}" if query.any?
    headers = @key ? { "Authorization" => "Bearer #{@key}" } : {}
    answer = @client.send_raw("GET", path, nil, "application/json", headers)
    answer.code == "200" ? answer.body : nil
  end

  def json(...) = get(...)&.then { |body| JSON.parse(body) }

  # The middle of the cell that everybody is told.
  def cell
    @cell ||= json("/api/stories/#{@secret.story_key}")["catches"].first.values_at("lat_deg",
      "lon_deg")
  end

  def day = { species: @secret.species, from: @secret.on.iso8601, to: @secret.on.iso8601 }

  # Cuts the box around the cell in two again and again, as long as one half alone has the fish.
  def halved
    lat, lon = cell
    high, wide = CELL_DEG * 0.75, CELL_DEG * 0.75 / Math.cos(lat * Math::PI / 180)
    box = [lat - high, lon - wide, lat + high, lon + wide]
    16.times do |step|
      halves = cut(box, step.even?)
      held = halves.map { |half| yield(half.map { |side| side.round(6) }.join(",")) }
      break if held[0] == held[1]

      box = halves[held[0] ? 0 : 1]
    end
    [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2]
  end

  def cut((south, west, north, east), across)
    middle = across ? (south + north) / 2 : (west + east) / 2
    return [[south, west, middle, east], [middle, west, north, east]] if across

    [[south, west, north, middle], [south, middle, north, east]]
  end

  def by_list
    halved do |area|
      fish = json("/api/water/fish", **day, area:)
      fish && fish["fish"].any? { |seen| seen["story_key"] == @secret.story_key }
    end
  end

  def by_map
    halved do |within|
      answer = json("/api/water/map", **day, within:)
      answer && answer["cells"].any?
    end
  end

  def by_answer
    halved do |area|
      answer = json("/api/water/lengths", **day, area:)
      answer && answer["answers"].any? { |answer| answer["n"].positive? }
    end
  end

  def by_way
    ways = json("/api/water/ways", **day)&.fetch("ways", [])
    ways&.find { |way| way["story_key"] == @secret.story_key }&.dig("path", 0) || cell
  end

  def by_export
    @client.post("/api/exports", { format: "csv", licence: "CC0-1.0", filter: day })
      .then { |answer| JSON.parse(answer.body)["sha256"] }
      .then { |sha256| sha256 && get("/api/exports/#{sha256}") }
      .then { |text| text && place_in(text) } || cell
  end

  def place_in(text)
    row = CSV.parse(text, headers: true).find do |header|
      header["tag_numbers"].to_s.include?(@secret.number)
    end
    row && [row["lat_deg"].to_f, row["lon_deg"].to_f]
  end

  # Reports the fish from many places and reads how far the story says it went: each answer is a
  # ring around the place that was told.
  def by_rings
    lat, lon = cell
    id, revision, key, rings = SecureRandom.uuid, nil, nil, []
    18.times do
      from = [lat + RNG.rand(-0.2..0.2), lon + RNG.rand(-0.3..0.3)].map { |side| side.round(6) }
      sent = report(from)
      answer = if key
        @client.send_raw("PUT", "/api/reports/#{id}/amend", JSON.generate(report: sent, revision:),
          "application/json", { "X-Report-Key" => key })
      else
        @client.put("/api/reports/#{id}", sent)
      end
      @asked += 1
      answer = JSON.parse(answer.body)
      key ||= answer["report_key"]
      revision = answer["revision"] || (revision.to_i + 1)
      leg = json("/api/stories/#{@secret.story_key}")&.fetch("whole")
      rings << [from, leg["distance_m"]] if answer["state"] == "matched" && leg && leg["distance_m"]
    end
    warn "no report was matched" if rings.empty?
    inside_of(rings)
  end

  def report(place)
    { number_as_read: @secret.number, species_code: @secret.species, fate: "released",
      caught_on: Date.today.iso8601, place: { lat_deg: place[0], lon_deg: place[1] },
      length: nil, place_words: "off the point", finder_name: "Gil", finder_contact: nil }
  end

  # The middle of those points of the cell that fit most rings.
  def inside_of(rings)
    lat, lon = cell
    steps = (-12..12).map { |step| step / 24.0 }
    points = steps.product(steps).map do |up, right|
      [lat + (up * CELL_DEG), lon + (right * CELL_DEG / Math.cos(lat * Math::PI / 180))]
    end
    scored = points.group_by do |point|
      rings.count { |from, told_m| (km(from, point) / 5).round * 5000 == told_m }
    end
    best = scored[scored.keys.max]
    [0, 1].map { |axis| best.sum { |point| point[axis] } / best.size }
  end
end

# Of points spread over a cell and guessed by its middle, as the grid of the story has it.
def summary(name, errors)
  sorted = errors.sort
  near = errors.count { |error| error < NEAR_KM }
  # So many within 300 m happen by chance in one of a hundred runs.
  most_near = (errors.size * CHANCE_NEAR) + (2.33 * Math.sqrt(errors.size * CHANCE_NEAR)) + 0.5
  holds = sorted[sorted.size / 2] >= LEAST_MEDIAN_KM * 0.9 && near <= most_near
  puts format(
    "%-28s median %5.2f km, nearest %5.0f m, under 300 m: %3d of %d (chance %.1f)%s", name,
    sorted[sorted.size / 2], sorted.first * 1000, near, errors.size, errors.size * CHANCE_NEAR,
    holds ? "" : "   FOUND"
  )
  holds
end

WAYS = {
  "stranger" => %i[cell by_rings],
  "key" => %i[cell by_map by_answer by_list],
  "tagger" => %i[cell by_map by_answer by_list by_way by_export]
}.freeze

BenchServer.run(processes: 2, jobs: false) do |server|
  secrets = hide(server.db)
  store = Store::Gateway.new(server.db)
  hamish = store.members.find(server.db[:members].where(name: "Hamish Torvald").get(:id))
  key = Acts::KeepReadingKeys.make(Acts::Context.new(store:, member: hamish), name: "Adversary")
  clients = { "stranger" => server.client, "key" => server.client,
              "tagger" => server.client("isolde@marrow.example") }
  holds = WAYS.flat_map do |reader, ways|
    ways.map do |way|
      asked = []
      errors = secrets.map do |secret|
        attack = Attack.new(clients[reader], secret, key: reader == "key" ? key : nil)
        guess = attack.public_send(way)
        asked << attack.asked
        km(secret.place, guess)
      end
      summary("#{reader}, #{way} (#{asked.max})", errors)
    end
  end
  exit 1 unless holds.all?
end
