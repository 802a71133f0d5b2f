# frozen_string_literal: true

# Five minutes under 20 requests a second while everything is killed that can be: web processes,
# jobs, PostgreSQL and its backends, the line, and the disk's last byte. As root (the disk is a
#   small one of its own): ruby bench/chaos.rb [SECONDS] [SEED]
# Every record and picture that was acknowledged must be there, once, with its hash; ledgers verify;
# nobody helped.
require_relative "support/server"
require_relative "../test/support/seeds"
require_relative "../bin/lib/running"
require "open3"
require "vips"

seconds = Integer(ARGV[0] || 300)
rng = Random.new(Integer(ARGV[1] || 3))
PER_SECOND = 20
PHONES = 12
DISK_MB = 900
EVERY_SECONDS = (2.0..5.0)
# After the last blow it has so long to be itself again.
RECOVERY_SECONDS = 60

# A line that refuses, hangs up or is gone for a while.
class BadLine
  attr_reader :port
  attr_accessor :mode

  def initialize(to)
    @to = to
    @mode = :good
    @server = TCPServer.new("127.0.0.1", 0)
    @port = @server.addr[1]
    Thread.new { loop { Thread.new(@server.accept) { |client| serve(client) } } }
  end

  private

  def serve(client)
    return if mode == :refusing

    upstream = TCPSocket.new("127.0.0.1", @to)
    [[client, upstream], [upstream, client]].map { |from, to| Thread.new { copy(from, to) } }
      .each(&:join)
  rescue SystemCallError, IOError
    nil
  ensure
    [client, upstream].compact.each(&:close)
  end

  def copy(from, to)
    loop do
      bytes = from.readpartial(16_384)
      raise IOError, "hung up" if mode == :refusing

      to.write(bytes)
    end
  rescue SystemCallError, IOError
    [from, to].each { |io| io.close unless io.closed? }
  end
end

# The whole of Voucher on a small disk, as somebody would start it.
class Patient
  attr_reader :port, :dir

  def initialize
    @dir = Dir.mktmpdir("voucher-chaos")
    FileUtils.chmod(0o755, @dir)
    system(
      "mount", "-t", "tmpfs", "-o",
      "size=#{DISK_MB}m,mode=0755",
      "tmpfs",
      @dir,
      exception: true
    )
    @port = TCPServer.new("127.0.0.1", 0).then { |server| server.addr[1].tap { server.close } }
  end

  def env
    {
      "VOUCHER_VAR" => @dir,
      "VOUCHER_PG" => "#{@dir}/pg",
      "PORT" => @port.to_s,
      "VOUCHER_LIMITS" => "off",
      "VOUCHER_ENV" => nil,
      "RACK_ENV" => nil,
      "DATABASE_URL" => nil,
      "PG_OPTIONS" => "-c shared_buffers=64MB -c max_wal_size=128MB"
    }
  end

  def start
    system(env, File.join(ROOT, "bin/voucher"), "--detach", exception: true, out: File::NULL)
  end

  def running = Running.new("#{@dir}/run").find
  def database_url = Open3.capture2(env, File.join(ROOT, "bin/pg"), "url", "dev").first.strip
  def verify = Open3.capture2e(env, File.join(ROOT, "bin/voucher"), "verify")

  def stop
    system(env, File.join(ROOT, "bin/voucher"), "stop", out: File::NULL)
    system("umount", "-l", @dir)
    FileUtils.rm_rf(@dir)
  end

  # Every process of it below the supervisor: { pid => command }
  def family(pid = running && running[:pid])
    return {} if pid.nil?

    children =
      Dir["/proc/#{pid}/task/*/children"].flat_map { |file| File.read(file).split.map(&:to_i) }
    children.reduce({}) { |result, child| result.merge({ child => command(child) }, family(child)) }
  rescue SystemCallError
    {}
  end

  def command(pid)
    File.read("/proc/#{pid}/cmdline").tr("\0", " ")
  rescue SystemCallError
    ""
  end
end

# What befalls it, by name; each says whether it could be done.
class Blows
  def initialize(patient, line, rng)
    @patient = patient
    @line = line
    @rng = rng
  end

  def names = %i[web_worker web jobs postgres backend line disk]

  def web_worker = kill(/puma: cluster worker/)
  def web = kill(/\Apuma \d.*#{@patient.port}/)
  def jobs = kill(/jobs\.rb/)
  def postgres = kill(%r{postgresql/.*/postgres -D})
  def backend = kill(/\Apostgres: voucher_app/)

  def line
    @line.mode = :refusing
    sleep 1 + @rng.rand
    @line.mode = :good
    true
  end

  def disk
    file = "#{@patient.dir}/filler"
    # Until there is no byte left.
    File.open(file, "wb") { |io| loop { io.write("\0" * 1_000_000) } }
  rescue Errno::ENOSPC
    sleep 2 + @rng.rand
    File.delete(file)
    true
  end

  private

  def kill(pattern)
    pid, = @patient.family.find { |_, command| command.match?(pattern) }
    pid && Process.kill("KILL", pid) && true
  rescue Errno::ESRCH
    false
  end
end

patient = Patient.new
at_exit { patient.stop }
patient.start
line = BadLine.new(patient.port)
Address = Struct.new(:address)
address = Address.new("http://127.0.0.1:#{line.port}")
owner = patient.database_url
db = Database.connect(owner, max_connections: 1)
isolde = db[:members].where(name: "Isolde Brannock").get(:id)
trip = db[:trips].where(member_id: isolde).order(Sequel.desc(:held_on)).get(:id)
db.disconnect
acknowledged, photos = Queue.new, Queue.new
outcomes = Hash.new(0)
lock = Mutex.new
stopping = false

phones = Array.new(PHONES) do |index|
  Thread.new do
    rand = Random.new(index)
    client = nil
    until stopping
      sleep PHONES / PER_SECOND.to_f * (0.8 + (rand.rand * 0.4))
      begin
        client ||= BenchServer::Client.new(address, "isolde@marrow.example")
        answer = case rand.rand(10)
        when 0..5 then (@sent = nil) || record(client, trip, acknowledged)
        when 6 then picture(client, trip, photos, rand)
        else client.get("/api/trips/#{trip}/dockside").code
        end
        client = nil if answer == "401"
      rescue StandardError => e
        answer = e.class.name
      end
      lock.synchronize { outcomes[answer] += 1 }
    end
  end
end

# One fish; sent again until it is answered, as a phone does.
def record(client, trip, acknowledged)
  id = SecureRandom.uuid
  encounter =
    Seeds.encounter(trip, kind: "untagged", tag_numbers: [], start: Time.now - 600, note: id)
  body = {
    encounters: [
      {
        id:,
        encounter:
          encounter.merge(
            stages: encounter[:stages].map { |tap| tap.merge(at: tap[:at].utc.iso8601(3)) }
          )
      }
    ]
  }
  3.times do
    answer = client.post("/api/encounters/batch", body)
    if answer.code == "200"
      reply = JSON.parse(answer.body)["answers"][0]["answer"]
      acknowledged << id if %w[stored known].include?(reply)
      return "record #{reply}"
    end
    return answer.code if answer.code == "401"

    sleep 0.5
  rescue IOError, SystemCallError, Net::ReadTimeout
    sleep 0.5
  end
  "record not answered"
end

def picture(client, trip, photos, rand)
  bytes = Vips::Image.black(200 + rand.rand(400), 100 + rand.rand(300), bands: 3).jpegsave_buffer
  bytes += SecureRandom.bytes(4)
  answer =
    client.put_bytes(
      "/api/trips/#{trip}/photos/#{SecureRandom.uuid}?name=a.jpg&utc_offset_minutes=0",
      bytes
    )
  return "picture #{answer.code}" unless answer.code == "200"

  if JSON.parse(answer.body)["sha256"] == Digest::SHA256.hexdigest(bytes)
    photos << Digest::SHA256.hexdigest(bytes)
  end
  "picture stored"
end

blows = Blows.new(patient, line, rng)
done = Hash.new(0)
ends = BenchServer::CLOCK.call + seconds
while BenchServer::CLOCK.call < ends
  sleep rng.rand(EVERY_SECONDS)
  name = blows.names.sample(random: rng)
  done[name] += 1 if blows.public_send(name)
end
recovered_from = BenchServer::CLOCK.call
well = nil
until well || BenchServer::CLOCK.call - recovered_from > RECOVERY_SECONDS
  sleep 0.5
  well = begin
    Net::HTTP.get_response(URI("http://127.0.0.1:#{patient.port}/api/readiness")).code == "200"
  rescue SystemCallError, IOError
    nil
  end
end
if well
  puts "well again #{(BenchServer::CLOCK.call - recovered_from).round(1)} s after the last blow"
end
sleep 5
stopping = true
phones.each { |phone| phone.join(30) }

db = Database.connect(owner, max_connections: 2)
ids = Array.new(acknowledged.size) { acknowledged.pop }
sums = Array.new(photos.size) { photos.pop }
stored = db[:encounters].where(id: ids).select_hash(:id, :note)
lost = ids.reject { |id| stored[id] == id }
twice =
  db[:encounters].where(note: ids).group(:note).having { count.function.* > 1 }.select_map(:note)
kept = db[:photos].where(sha256: sums).select_map(:sha256)
broken =
  sums.reject do |sum|
    kept.include?(sum) &&
      Digest::SHA256.file("#{patient.dir}/photos/originals/#{sum}").hexdigest == sum
  end
puts "blows: #{done.map { |name, count| "#{name} #{count}" }.join(', ')}"
puts "answers: " \
  "#{outcomes.sort_by do |_, count|
    -count
  end.map { |answer, count| "#{answer} #{count}" }.join(', ')}"
puts "#{ids.size} records acknowledged, #{lost.size} lost, #{twice.size} twice; #{sums.size} " \
  "pictures acknowledged, #{broken.size} lost or broken"
answer, status = patient.verify
puts answer.lines.last(3)
waiting = db[:que_jobs].where(finished_at: nil).exclude(job_class: "Acts::UpkeepJob").count
puts(
  File
    .readlines("#{patient.dir}/log/web.log")
    .grep(/ERROR --/)
    .map { |line| line[/request \h+ (.{0,160})/, 1] }
    .tally
    .map { |line, count| "bug #{count} x #{line}" }
)
puts "#{waiting} jobs wait; #{db[:letters].exclude(state: 'sent').count} letters not sent"
exit 1 unless well && lost.empty? && twice.empty? && broken.empty? && status.success?
