# frozen_string_literal: true

require_relative "../../config/application"
require "net/http"
require "socket"
require "tmpdir"

# A server of its own for a bench: a fresh database with the demo in a cluster that runs, and web
# processes in front of it.
#
#   BenchServer.run(processes: 2) { |server| server.address ... }
class BenchServer
  CLOCK = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }

  def self.run(...)
    server = new(...)
    yield server.start
  ensure
    server&.stop
  end

  attr_reader :address, :db, :database_url, :dir

  # name: of the database in the cluster of DATABASE_URL;  processes: web processes;  env: further
  #      settings
  def initialize(name: "voucher_bench_server", processes: 1, env: {}, jobs: false, fill: true)
    @cluster = ENV.fetch("DATABASE_URL") do
      abort "DATABASE_URL=$(bin/pg url dev) is needed, with bin/pg start dev before"
    end
    @name = name
    @processes = processes
    @env = env
    @jobs = jobs
    @fill = fill
    @dir = Dir.mktmpdir("voucher-bench")
    @pids = []
  end

  def start
    fill
    port = TCPServer.new("127.0.0.1", 0).then { |server| server.addr[1].tap { server.close } }
    @address = "http://127.0.0.1:#{port}"
    env = {
      "DATABASE_URL" => role(database_url),
      "PORT" => port.to_s,
      "BASE_URL" => @address,
      "WEB_CONCURRENCY" => (@processes > 1 ? @processes : 0).to_s,
      "VOUCHER_VAR" => @dir,
      "VOUCHER_ENV" => "development",
      "RACK_ENV" => "development",
      "VOUCHER_LIMITS" => "off",
      "VOUCHER_HEAVY_SOCKET" => File.join(@dir, "heavy.sock"),
      **@env
    }
    log = File.join(@dir, "log")
    run(env, log, "puma", "-C", "config/puma.rb", "config.ru")
    run(env, "#{log}.heavy", "puma", "-C", "config/heavy.rb", "config.ru")
    run(env, "#{log}.jobs", "ruby", "bin/lib/jobs.rb") if @jobs
    200.times { up? ? break : sleep(0.1) }
    up? or abort "the server did not start: #{File.read(log)[-2000..]}"
    self
  end

  # As if the machine had lost it.
  def kill = Process.kill("KILL", -@pids.first)

  # The same for one of them, which begins anew. which: :web | :jobs
  def kill_and_start(which)
    index = which == :web ? 0 : 2
    Process.kill("KILL", -@pids[index])
    Process.wait(@pids[index])
    @pids[index] = start_again(*@commands[index])
  end

  def stop
    @pids.each do |pid|
      Process.kill("TERM", -pid)
      Process.wait(pid)
    rescue SystemCallError
      nil
    end
    db&.disconnect
    FileUtils.rm_rf(@dir)
  end

  # A client that keeps its connection, its cookie and its token.
  def client(email = nil) = Client.new(self, email)

  # Memory of the web processes, in MB.
  def memory_mb
    family = [@pids.first, *children(@pids.first)]
    family.sum { |pid| File.read("/proc/#{pid}/status")[/VmRSS:\s+(\d+)/, 1].to_i } / 1024.0
  end

  # One person's browser.
  class Client
    def initialize(server, email)
      @uri = URI(server.address)
      @cookie = nil
      connect
      @token = JSON.parse(get("/api/session").body)["csrf_token"]
      sign_in(email) if email
    end

    def sign_in(email)
      post("/auth/login", { email:, password: Demo::People::PASSWORD })
      @token = JSON.parse(get("/api/session").body)["csrf_token"]
    end

    def get(path) = send_raw("GET", path)
    def post(path, body) = send_raw("POST", path, JSON.generate(body))
    def put(path, body) = send_raw("PUT", path, JSON.generate(body))

    def put_bytes(path, bytes, headers = {})
      send_raw("PUT", path, bytes, "application/octet-stream", headers)
    end

    def send_raw(verb, path, body = nil, type = "application/json", headers = {})
      request = Net::HTTPGenericRequest.new(verb, !body.nil?, true, path)
      request["Cookie"] = @cookie if @cookie
      request["X-CSRF-Token"] = @token if @token
      request["Content-Type"] = type if body
      headers.each { |name, value| request[name] = value }
      request.body = body if body
      answer = @http.request(request)
      @cookie = answer["set-cookie"].split(";").first if answer["set-cookie"]
      answer
    rescue IOError, SystemCallError, Net::HTTPBadResponse, Net::ReadTimeout
      connect
      raise
    end

    private

    def connect
      @http&.finish if @http&.started?
      @http =
        Net::HTTP
          .new(@uri.host, @uri.port)
          .tap do |http|
            (http.open_timeout, http.read_timeout, http.max_retries = 5, 60, 0) && http.start
          end
    rescue IOError, SystemCallError
      @http = Net::HTTP.new(@uri.host, @uri.port).tap { |http| http.max_retries = 0 }
    end
  end

  private

  def run(env, log, *command)
    (@commands ||= []) << [env, log, command]
    @pids << start_again(env, log, command)
  end

  def start_again(env, log, command)
    spawn(env, "bundle", "exec", *command, %i[out err] => [log, "a"], :chdir => ROOT,
      :pgroup => true)
  end

  def fill
    @database_url = @cluster.sub("///voucher?", "///#{@name}?")
    if @fill
      Sequel.connect(@cluster) do |maintenance|
        maintenance.run("drop database if exists #{@name} with (force)")
        maintenance.run("create database #{@name}")
      end
    end
    @db = Database.connect(@database_url, max_connections: 3)
    return unless @fill

    Database.migrate(@db)
    Demo::Load.call(db: @db, today: Date.today)
  end

  def role(url) = url.sub("user=voucher", "user=#{Roles::APPLICATION}")

  def up?
    Net::HTTP.get_response(URI("#{@address}/api/readiness")).code == "200"
  rescue SystemCallError, IOError
    false
  end

  def children(pid)
    Dir["/proc/#{pid}/task/*/children"]
      .flat_map { |file| File.read(file).split.map(&:to_i) }
      .flat_map { |child| [child, *children(child)] }
  end
end
