# frozen_string_literal: true

require "json"
require "net/http"
require "securerandom"
require "socket"
require "tmpdir"
require_relative "measure"

# Finders who send reports at an even pace, whatever comes back, to web processes of a commit.
module Pace
  CALLERS = 10

  module_function

  # root: folder of the commit;  url: of the database;  reports: bodies
  # Returns [[milliseconds since it was due, status, state of the report], ...].
  def run(root:, url:, reports:, per_second:, processes: 2)
    serving(root, url, processes) { |port| send_all(port, reports, per_second) }
  end

  def serving(root, url, processes)
    port = TCPServer.new("127.0.0.1", 0).then { |server| server.addr[1].tap { server.close } }
    environment = {
      "DATABASE_URL" => url, "PORT" => port.to_s, "BIND" => "127.0.0.1",
      "BASE_URL" => "http://127.0.0.1:#{port}", "VOUCHER_LIMITS" => "off",
      "WEB_CONCURRENCY" => processes.to_s, "VOUCHER_VAR" => Dir.mktmpdir("voucher-bench")
    }
    server = Bundler.with_unbundled_env do
      Process.spawn(
        { "BUNDLE_PATH" => File.join(root, "vendor/bundle"), **environment },
        "bundle", "exec", "puma", "-q", "-C", "config/puma.rb", "config.ru",
        chdir: root, out: File::NULL, err: File::NULL
      )
    end
    yield port
  ensure
    Process.kill("TERM", server)
    Process.wait(server)
  end

  def headers(port)
    session = 150.times do
      break Net::HTTP.get_response(URI("http://127.0.0.1:#{port}/api/session"))
    rescue SystemCallError
      sleep 0.2
    end
    {
      "Content-Type" => "application/json", "Origin" => "http://127.0.0.1:#{port}",
      "X-CSRF-Token" => JSON.parse(session.body).fetch("csrf_token"),
      "Cookie" => session["set-cookie"].split(";").first
    }
  end

  def send_all(port, reports, per_second)
    headers = headers(port)
    queue = Queue.new
    reports.each_with_index { |report, index| queue << [JSON.generate(report), index] }
    queue.close
    answers = Queue.new
    start = Measure.now + 0.5
    callers = Array.new(CALLERS) do
      Thread.new do
        Net::HTTP.start("127.0.0.1", port) do |http|
          while (body, index = queue.pop)
            due = start + (index / per_second.to_f)
            sleep [due - Measure.now, 0].max
            answer = http.put("/api/reports/#{SecureRandom.uuid}", body, headers)
            answers << [(Measure.now - due) * 1000, answer.code, JSON.parse(answer.body)["state"]]
          end
        end
      end
    end
    callers.each(&:join)
    Array.new(answers.size) { answers.pop }
  end
  private_class_method :serving, :headers, :send_all
end
