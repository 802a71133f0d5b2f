# frozen_string_literal: true

# A release takes another's place on a filled database while finders go on reporting: nothing that
# was acknowledged is lost, nobody is refused for good. As root:
#   ruby bench/upgrade.rb OLD.tar.gz NEW.tar.gz [SECONDS before and after]
# Both run as another user, from folders that belong to root, with settings and data apart.
require "etc"
require "fileutils"
require "json"
require "net/http"
require "securerandom"
require "socket"
require "tmpdir"

OLD, NEW = ARGV.first(2)
abort "usage: ruby bench/upgrade.rb OLD.tar.gz NEW.tar.gz [SECONDS]" if NEW.nil?
SECONDS = Float(ARGV[2] || 10)
PER_SECOND = 10
RETRY_SECONDS = 0.5
USER = Etc.getpwnam("voucher")
dir = Dir.mktmpdir("voucher-upgrade")
FileUtils.chmod(0o755, dir)
at_exit { FileUtils.rm_rf(dir) }
VAR = File.join(dir, "var")
FileUtils.mkdir_p(VAR)
FileUtils.chown(USER.uid, USER.gid, VAR)
PORT = TCPServer.new("127.0.0.1", 0).then { |server| server.addr[1].tap { server.close } }
CURRENT = File.join(dir, "current")
CLOCK = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }

def unpacked(archive, into)
  FileUtils.mkdir_p(into)
  system("tar", "-xzf", archive, "-C", into, "--strip-components=1", exception: true)
  into
end

def start
  env = { "PATH" => "/usr/bin:/bin", "HOME" => VAR, "VOUCHER_VAR" => VAR, "PORT" => PORT.to_s,
          "LOG_TO" => "stdout", "VOUCHER_LIMITS" => "off" }
  log = [File.join(VAR, "..", "log"), "a"]
  pid = Process.spawn(env, "setpriv", "--reuid=#{USER.uid}", "--regid=#{USER.gid}",
    "--init-groups", "bin/voucher", chdir: CURRENT, unsetenv_others: true, out: log, err: log)
  sleep 0.2 until up?
  pid
end

def up?
  Net::HTTP.get_response(URI("http://127.0.0.1:#{PORT}/api/readiness")).code == "200"
rescue SystemCallError, IOError, Timeout::Error
  false
end

def stop(pid)
  Process.kill("TERM", pid)
  Process.wait(pid)
end

# Reports, each sent until it is answered.
class Finder
  attr_reader :acknowledged, :longest, :refused

  def initialize
    @acknowledged = []
    @longest = 0
    @refused = []
  end

  def report(id = SecureRandom.uuid, number = format("MS%06d", rand(1..2000)))
    began = CLOCK.call
    begin
      answer = put(id, number)
      raise IOError, answer.code if answer.code.to_i >= 500
    rescue SystemCallError, IOError, Timeout::Error
      sleep RETRY_SECONDS
      retry
    end
    @longest = [@longest, CLOCK.call - began].max
    return @refused << answer.body unless answer.is_a?(Net::HTTPSuccess)

    @acknowledged << [id, number]
    JSON.parse(answer.body)["answer"]
  end

  private

  def put(id, number)
    Net::HTTP.start("127.0.0.1", PORT, read_timeout: 20) do |http|
      session = http.get("/api/session")
      cookie = session["set-cookie"].to_s[/\A[^;]+/]
      token = JSON.parse(session.body)["csrf_token"]
      http.put("/api/reports/#{id}", JSON.generate(BODY.merge(number_as_read: number)),
        "content-type" => "application/json", "cookie" => cookie, "x-csrf-token" => token)
    end
  end

  BODY = { species_code: nil, length: nil, caught_on: Time.now.strftime("%Y-%m-%d"), place: nil,
           place_words: "by the pier", fate: "released", finder_name: nil,
           finder_contact: nil }.freeze
end

old, new = unpacked(OLD, File.join(dir, "old")), unpacked(NEW, File.join(dir, "new"))
File.symlink(old, CURRENT)
pid = start
finders = Array.new(PER_SECOND / 2) { Finder.new }
going = true
threads = finders.map do |finder|
  Thread.new { finder.report && sleep(0.5) while going }
end
sleep SECONDS
before = finders.sum { |finder| finder.acknowledged.size }
began = CLOCK.call
stop(pid)
File.unlink(CURRENT)
File.symlink(new, CURRENT)
pid = start
gone = CLOCK.call - began
sleep SECONDS
going = false
threads.each(&:join)
sent = finders.flat_map(&:acknowledged)
again = Finder.new
lost = sent.reject { |id, number| again.report(id, number) == "known" }
stop(pid)
refused = finders.flat_map(&:refused)
longest = finders.map(&:longest).max
puts "#{before} reports before, #{sent.size - before} after; out of reach #{gone.round(1)} s, " \
  "the longest wait #{longest.round(1)} s; #{lost.size} lost, #{refused.size} refused"
puts File.read(File.join(new, "RELEASE"))
exit(lost.empty? && refused.empty? ? 0 : 1)
