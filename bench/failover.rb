# frozen_string_literal: true

# A primary that dies while ten writes a second go on, and its standby in its place:
#   ruby bench/failover.rb [SECONDS]
# The standby is a synchronous one, so a write is acknowledged once both have it. Prints how long
# nobody could write, and whether every acknowledged record is there. Web processes find the new
# primary by themselves.
require_relative "support/server"
require_relative "../test/support/seeds"
require "open3"

seconds = Integer(ARGV[0] || 30)
PER_SECOND = 10
LIMIT_SECONDS = 30
dir = Dir.mktmpdir("voucher-failover")
FileUtils.chmod(0o755, dir)
ENV["VOUCHER_PG"] = dir
PROGRAM = File.join(ROOT, "bin/pg")

def pg(*arguments, **options)
  answer, status = Open3.capture2e(*[options[:env]].compact, PROGRAM, *arguments)
  status.success? ? answer.strip : abort("bin/pg #{arguments.join(' ')}: #{answer}")
end

at_exit do
  %w[one two].each { |name| system(PROGRAM, "stop", name, out: File::NULL, err: File::NULL) }
  FileUtils.rm_rf(dir)
end
pg("start", "one")
owner = Database.connect(pg("url", "one", "admin"), max_connections: 2)
Database.migrate(owner)
Demo::Load.call(db: owner, today: Date.today)
pg("standby", "two", "one")
owner.run("alter system set synchronous_standby_names = 'two'")
owner.run("select pg_reload_conf()")
parts = %w[one two].map { |name| URI.decode_www_form(pg("url", name, "app").split("?").last).to_h }
both =
  "postgres:///voucher?host=#{parts.map do |part|
    part['host']
  end.join(',')}&port=#{parts.map do |part|
    part['port']
  end.join(',')}&user=#{Roles::APPLICATION}&target_session_attrs=read-write"

port = TCPServer.new("127.0.0.1", 0).then { |server| server.addr[1].tap { server.close } }
env = {
  "DATABASE_URL" => both,
  "PORT" => port.to_s,
  "BASE_URL" => "http://127.0.0.1:#{port}",
  "WEB_CONCURRENCY" => "2",
  "VOUCHER_VAR" => dir,
  "VOUCHER_ENV" => "development",
  "VOUCHER_LIMITS" => "off"
}
web =
  spawn(
    env, "bundle", "exec", "puma", "-C", "config/puma.rb", "config.ru",
    %i[out err] => ["#{dir}/log", "w"],
    :chdir => ROOT,
    :pgroup => true
  )
at_exit { Process.kill("TERM", -web) }
address = Struct.new(:address).new("http://127.0.0.1:#{port}")
200.times do
  (
    if Net::HTTP.get_response(
      URI("#{address.address}/api/readiness")
    ).code == "200"
      break
    else
      sleep(0.1)
    end
  )
rescue StandardError
  sleep(0.1)
end

isolde = owner[:members].where(name: "Isolde Brannock").get(:id)
trip = owner[:trips].where(member_id: isolde).order(Sequel.desc(:held_on)).get(:id)
acknowledged, refused = Queue.new, Queue.new
stopping = false
writers = Array.new(PER_SECOND) do
  Thread.new do
    client = BenchServer::Client.new(address, "isolde@marrow.example")
    until stopping
      sleep 1
      id = SecureRandom.uuid
      sent =
        Seeds.encounter(trip, kind: "untagged", tag_numbers: [], start: Time.now - 600, note: id)
      body = {
        encounters: [
          {
            id:,
            encounter:
              sent.merge(stages: sent[:stages].map { |tap| tap.merge(at: tap[:at].utc.iso8601(3)) })
          }
        ]
      }
      begin
        answer = client.post("/api/encounters/batch", body)
        done = answer.code == "200" && JSON.parse(answer.body)["answers"][0]["answer"] == "stored"
        (done ? acknowledged : refused) << [id, BenchServer::CLOCK.call, answer.code]
      rescue StandardError => e
        refused << [id, BenchServer::CLOCK.call, e.class.name]
      end
    end
  end
end
sleep seconds / 3.0
blow = BenchServer::CLOCK.call
Process.kill("KILL", Integer(File.readlines(File.join(dir, "one/data/postmaster.pid")).first))
# Whoever watches notices after a few seconds.
sleep 3
pg("promote", "two")
# It has nobody to wait for now.
second = Database.connect(pg("url", "two", "admin"), max_connections: 2)
second.run("alter system set synchronous_standby_names = ''")
second.run("select pg_reload_conf()")
sleep seconds * 2 / 3.0
stopping = true
writers.each(&:join)

done = Array.new(acknowledged.size) { acknowledged.pop }
failed = Array.new(refused.size) { refused.pop }
back = done.map { |_, index,| index }.select { |index| index > blow + 0.5 }.min
lost = done.map(&:first) - second[:encounters].where(id: done.map(&:first)).select_map(:id)
puts format(
  "%d writes acknowledged, %d refused (%s); written " \
    "again %.1f s after the primary died (limit %d)",
  done.size,
  failed.size,
  failed.map(&:last).tally.map { |answer, count| "#{answer} #{count}" }.join(", "),
  back ? back - blow : Float::INFINITY,
  LIMIT_SECONDS
)
puts "#{lost.size} acknowledged ones are lost"
exit 1 unless lost.empty? && back && back - blow <= LIMIT_SECONDS
