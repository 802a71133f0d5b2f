# frozen_string_literal: true

# 20,000 requests bent out of the contract's shape, over all operations and three identities,
#   against a server of its own: bin/pg start dev; DATABASE_URL=$(bin/pg url dev) ruby bench/fuzz.rb
#   [REQUESTS] [SEED]
# Prints answers by status, the slowest, and how the memory grew; ends with 1 when a limit is
# broken.
require_relative "support/server"
require_relative "../test/support/fuzz"

requests = Integer(ARGV[0] || 20_000)
seed = Integer(ARGV[1] || 7)
SLOWEST_SECONDS = 2.0
GROWTH_MB = 100
WARM = 1500

BenchServer.run(processes: 1) do |server|
  people = {
    nil => "visitor",
    "isolde@marrow.example" => "tagger",
    "hamish@marrow.example" => "coordinator"
  }
  clients = people.keys.to_h { |email| [email, server.client(email)] }
  isolde = server.db[:members].where(name: "Isolde Brannock").get(:id)
  trips = server.db[:trips].where(member_id: isolde).limit(20).select_map(:id)
  ids = {
    "id" =>
      trips + server.db[:encounters].where(member_id: isolde).limit(20).select_map(:id) +
        server.db[:reports].limit(10).select_map(:id),
    "trip_id" => trips,
    "member_id" => [isolde],
    "story_key" => server.db[:fish].limit(20).select_map(:story_key),
    "number" => server.db[:tags].limit(20).select_map(:number),
    "species_code" => %w[seabass cod],
    "spot_code" => %w[cutter_ledge],
    "on" => [Date.today.iso8601],
    "code" => %w[cod seabass],
    "kind" => %w[welcome thanks_to_finder]
  }
  fuzz = Fuzz.new(Api::Contract.load.document, seed:, ids:)
  statuses, slow, broken, before = Hash.new(0), [], [], nil
  requests.times do |index|
    before = server.memory_mb if index == [WARM, requests / 4].min
    email = people.keys[index % 3]
    asked = fuzz.request(index / 3)
    began = BenchServer::CLOCK.call
    answer =
      clients[email].send_raw(
        asked[:verb].upcase,
        asked[:path].gsub(/%(?!\h\h)/, "%25"),
        asked[:body],
        asked[:type],
        asked[:headers]
      )
    took = BenchServer::CLOCK.call - began
    statuses[answer.code] += 1
    broken << [answer.code, asked, answer.body[0, 200]] if answer.code.to_i >= 500
    slow << [took.round(2), asked[:verb], asked[:path][0, 80]]
    clients[email] = server.client(email) if email &&
      (answer.code == "401" || asked[:path].start_with?("/auth/"))
  end
  slow = slow.max_by(5, &:first)
  grown = server.memory_mb - before
  puts format(
    "%d requests over %d operations, seed %d: %s",
    requests,
    fuzz.operations,
    seed,
    statuses.sort.map { |code, count| "#{code} #{count}" }.join(", ")
  )
  puts "slowest: #{slow.map { |took, verb, path| "#{took} s #{verb} #{path}" }.join('; ')}"
  puts format(
    "memory %.0f MB after the first ones, grown by %.0f MB (limit %d)", before, grown,
    GROWTH_MB
  )
  broken.first(10).each { |entry| puts entry.inspect[0, 900] }
  puts File.readlines(File.join(server.dir, "log")).grep(/ERROR/).first(20) unless broken.empty?
  exit 1 if broken.any? || slow[0][0] > SLOWEST_SECONDS || grown > GROWTH_MB
end
