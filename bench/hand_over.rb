# frozen_string_literal: true

# Two programmes, each with its own database, web process and jobs: 500 reports go from one to the
# other while the jobs of the one and the web process of the other are killed again and again.
#   DATABASE_URL=$(bin/pg url dev admin) ruby bench/hand_over.rb [REPORTS, default 500] [SEED]
# Exits with an error unless each report is there once and its answer came back.
require_relative "support/server"
require_relative "../test/support/seeds"

count = Integer(ARGV[0] || 500)
rng = Random.new(Integer(ARGV[1] || 5))
EVERY_SECONDS = (1.5..4.0)
MOST_SECONDS = 420
BLOWS_SECONDS = 60

# A programme with a coordinator and no fish.
def empty_programme(name)
  cluster = ENV.fetch("DATABASE_URL")
  Sequel.connect(cluster) do |maintenance|
    maintenance.run("drop database if exists #{name} with (force)")
    maintenance.run("create database #{name}")
  end
  db = Database.connect(cluster.sub("///voucher?", "///#{name}?"), max_connections: 3)
  Database.migrate(db)
  Seeds.catalogue(db)
  [db, Seeds.member(db, "Hamish Torvald", role: "coordinator", email: "hamish@marrow.example")]
end

def coordinator(db)
  store = Store::Gateway.new(db)
  id = db[:members].where(role: "coordinator").order(:name).get(:id)
  Acts::Context.new(store:, member: store.members.find(id), now: Time.now)
end

ours_db, = empty_programme("bench_ours")
BenchServer.run(name: "bench_theirs") do |theirs|
  BenchServer.run(name: "bench_ours", fill: false, jobs: true) do |ours|
    Que.connection = ours_db
    context = coordinator(ours_db)
    key = Acts::KeepReadingKeys.make(
      coordinator(theirs.db), name: "Marrow Sound", may: "hand_in"
    )
    Acts::KeepPartners.add(
      context, { name: "Hallow Bank", address: theirs.address, send_key: key }
    )
    before = theirs.db[:reports].count
    numbers = theirs.db[:taggings].join(:encounters, id: :encounter_id)
      .where(Sequel[:taggings][:ended_at] => nil).order(:tag_number).limit(count)
      .select_map(:tag_number)
    start = BenchServer::CLOCK.call
    numbers.each do |number|
      id = SecureRandom.uuid
      Acts::ReportTag.call(context, id:, sent: Seeds.report(
        number_as_read: number, species_code: nil, caught_on: Date.today, place: nil,
        may_pass_on: true, length: nil
      ))
      Acts::DecideReport.call(
        context, report_id: id, verdict: "other_programme", reason: "Their mark.", seen: 0,
        programme: "Hallow Bank"
      )
    end
    blows = 0
    answered = ours_db[:handed_over].exclude(answer: nil)
    while answered.count < numbers.size && BenchServer::CLOCK.call - start < MOST_SECONDS
      sleep rng.rand(EVERY_SECONDS)
      next if BenchServer::CLOCK.call - start > BLOWS_SECONDS

      rng.rand < 0.5 ? ours.kill_and_start(:jobs) : theirs.kill_and_start(:web)
      blows += 1
    end
    seconds = BenchServer::CLOCK.call - start
    sent = ours_db[:handed_over].select_order_map(:report_id)
    arrived = theirs.db[:handed_in].select_order_map(:report_id)
    states = ours_db[:handed_over].exclude(answer: nil)
      .group_and_count(Sequel.lit("answer ->> 'state'")).to_a
    puts format("%d reports, %d blows, %.0f s: %d handed over, %d arrived, %d answered, %d lost, " \
      "%d twice", numbers.size, blows, seconds, sent.size, arrived.size, answered.count,
      (sent - arrived).size, theirs.db[:reports].count - before - arrived.size)
    puts states.inspect
    ok = sent == arrived && answered.count == numbers.size && sent.size == numbers.size &&
      theirs.db[:reports].count - before == arrived.size
    ours_db.disconnect
    exit 1 unless ok
  end
end
