# frozen_string_literal: true

# Starts everything that one Voucher needs and watches over it; bin/voucher calls it once all is
# installed.
#
#   ruby bin/lib/serve.rb            in the foreground, until a signal
require "English"
require "net/http"
require "open3"
require "socket"
require_relative "running"
require_relative "supervisor"

# One Voucher with its database, web processes, jobs and, in a demo, stand-ins for instruments.
class Serve
  ROOT = File.expand_path("../..", __dir__)
  RUBY = RbConfig.ruby
  BUNDLE = [RUBY, "-S", "bundle", "exec"].freeze
  # Few arenas and an early collector: what one photo took serves the next, so an evening of them
  # does not pile up.
  LEAN = {
    "MALLOC_ARENA_MAX" => "2",
    "RUBY_GC_MALLOC_LIMIT_MAX" => "16000000",
    "RUBY_GC_OLDMALLOC_LIMIT_MAX" => "24000000"
  }.freeze

  def initialize
    @var = ENV.fetch("VOUCHER_VAR", File.join(ROOT, "var"))
    @running = Running.new(File.join(@var, "run"))
    @log_dir = File.join(@var, "log")
    FileUtils.mkdir_p(@log_dir)
    @supervisor = Supervisor.new(log_dir: @log_dir, to_stdout: ENV["LOG_TO"] == "stdout")
    @demo = ENV["VOUCHER_ENV"].to_s != "production"
  end

  def call
    %w[INT TERM HUP].each { |signal| trap(signal) { @supervisor.on_signal } }
    database
    prepare
    stand_ins if @demo
    web
    @supervisor.add("jobs", [*BUNDLE, RUBY, "bin/lib/jobs.rb"], env: @env)
    @running.note(
      pid: Process.pid,
      address: @env["BASE_URL"],
      port: @env["PORT"],
      processes: @supervisor.pids
    )
    @supervisor.watch
  rescue RuntimeError => e
    warn e.message
    @supervisor.stop
    exit 1
  ensure
    @running.forget if @running.find&.fetch(:pid) == Process.pid
  end

  private

  def database
    @env = {}
    return if ENV["DATABASE_URL"]

    @supervisor.add(
      "postgres",
      %w[bash bin/pg run dev],
      stop: "INT",
      ready: -> { system("bash", "bin/pg", "database", "dev", out: File::NULL, err: File::NULL) }
    )
    @env = { "DATABASE_URL" => address("app"), "OWNER_DATABASE_URL" => address }
  end

  def address(role = nil) = Open3.capture2("bash", "bin/pg", "url", "dev", *role).first.strip

  # Migrations under a lock, and data into an empty database. As the owner of the tables, in a
  # process that ends.
  def prepare
    log = File.join(@log_dir, "prepare.log")
    owner = @env["OWNER_DATABASE_URL"] || ENV["OWNER_DATABASE_URL"] || ENV.fetch("DATABASE_URL")
    done =
      system(
        { **@env, "DATABASE_URL" => owner },
        *BUNDLE,
        RUBY,
        "bin/lib/prepare.rb",
        err: [log, "w"]
      )
    raise "Stopped at: migrations and data\n#{File.readlines(log).last(15).join}" unless done
  end

  def stand_ins
    unless ENV["GAUGE_URL"]
      port = free_port
      @supervisor.add(
        "gauge",
        [
          *BUNDLE,
          "puma",
          "-C",
          "-",
          "-q",
          "-t",
          "0:2",
          "-b",
          "tcp://127.0.0.1:#{port}",
          "devices/stand_ins/gauge.ru"
        ]
      )
      @env["GAUGE_URL"] = "http://127.0.0.1:#{port}"
    end
    return if ENV["BOAT_ADDR"] || ENV["SCALE_ADDR"]

    boat, scale = free_port, free_port
    @supervisor.add("instruments", [*BUNDLE, RUBY, "bin/lib/instruments.rb", boat.to_s, scale.to_s])
    @env.merge!("BOAT_ADDR" => "127.0.0.1:#{boat}", "SCALE_ADDR" => "127.0.0.1:#{scale}")
  end

  def web
    bind = ENV.fetch("BIND", "127.0.0.1")
    port = choose_port(bind)
    metrics = File.join(@var, "run/metrics")
    FileUtils.rm_rf(metrics)
    FileUtils.mkdir_p(metrics)
    @env.merge!(
      "PORT" => port.to_s,
      "BIND" => bind,
      "BASE_URL" => ENV.fetch("BASE_URL", "http://#{bind}:#{port}"),
      "VOUCHER_METRICS_DIR" => metrics
    )
    @env["VOUCHER_HEAVY_SOCKET"] = File.join(@var, "run/heavy.sock")
    @supervisor.add(
      "web",
      [*BUNDLE, "puma", "-C", "config/puma.rb", "config.ru"],
      env: {
        **LEAN,
        **@env
      },
      ready: -> { answers?(bind, port) }
    )
    File.write(File.join(@var, "run/port"), port)
    heavy
  end

  # Long answers, in a process that gives way to the others.
  def heavy
    FileUtils.rm_f(@env["VOUCHER_HEAVY_SOCKET"])
    @supervisor.add("heavy", [*BUNDLE, "puma", "-C", "config/heavy.rb", "config.ru"],
      # The web processes have counted these requests.
      env: { **LEAN, **@env.except("VOUCHER_METRICS_DIR") })
  end

  # The one that is asked for, else that of last time, else the usual one, else any.
  def choose_port(bind)
    wanted = ENV.fetch("PORT", nil) or
      return (
        [last_port, 9292, 0].compact
          .find { |port| free?(bind, port) }
          .then { |port| port.zero? ? free_port : port }
      )
    return Integer(wanted) if free?(bind, Integer(wanted))

    raise "Stopped at: the port\nReason: something else listens on #{bind}:#{wanted}. Choose " \
      "another PORT, or leave it out."
  end

  def last_port
    Integer(File.read(File.join(@var, "run/port")), exception: false)
  rescue Errno::ENOENT
    nil
  end

  def free?(bind, port)
    TCPServer.new(bind, port).close
    true
  rescue SystemCallError
    false
  end

  def free_port
    TCPServer.new("127.0.0.1", 0).then { |server| server.addr[1].tap { server.close } }
  end

  def answers?(bind, port)
    host = bind == "0.0.0.0" ? "127.0.0.1" : bind
    Net::HTTP.start(host, port, open_timeout: 1, read_timeout: 5) do |http|
      http.get("/api/health").code == "200"
    end
  rescue StandardError
    false
  end
end

Dir.chdir(Serve::ROOT)
Serve.new.call
