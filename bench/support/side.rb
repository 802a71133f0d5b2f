# frozen_string_literal: true

# One commit's side of bench/beside.rb, a process of its own: what to do comes in as a line of JSON,
# what it took goes out as one. It uses what has long been there, the demo and the addresses of the
# API, in the process itself, so that nothing but the application is timed.
#   ruby side.rb FOLDER DATABASE_URL
root, url = ARGV
Dir.chdir(root)
ENV.update(
  "VOUCHER_LIMITS" => "off", "VOUCHER_ENV" => "development", "RACK_ENV" => "development",
  "DATABASE_URL" => url, "BASE_URL" => "http://127.0.0.1:1", "VOUCHER_VAR" => ENV.fetch("SIDE_VAR")
)
require File.join(root, "config/application")
require "rack"
require "rack/mock"
require_relative "measure"
require_relative "sent_report"

# Does what it is told.
class Side
  FROM = {
    "HTTP_HOST" => "127.0.0.1:1", "HTTP_ORIGIN" => "http://127.0.0.1:1",
    "REMOTE_ADDR" => "127.0.0.1", "CONTENT_TYPE" => "application/json"
  }.freeze

  def initialize(url)
    @db = Database.connect(url, max_connections: 4)
    @count = 0
  end

  def migrate(_) = Database.migrate(@db)

  # releases: how many;  the same seed makes much the same of any commit
  def fill(reports)
    releases = reports["releases"]
    series = { prefix: "MS", digits: 7, first_serial: 1, last_serial: (releases * 5 / 4) + 4000 }
    known = Demo::Load::Size.members
    size = { releases:, series:, batch_tags: 50_000, parts: 2 }
    Demo::Load.call(db: @db, today: Date.today, size: Demo::Load::Size.new(**size.slice(*known)))
    @db.run("vacuum analyze")
    nil
  end

  # name: of a work;  times: how often;  seed: of what is asked. Returns milliseconds of each.
  def work(reports)
    rng = Random.new(reports["seed"])
    asked = Array.new(reports["times"]) { public_send(:"ask_#{reports['name']}", rng) }
    asked.map do |work|
      Measure.timed { work.is_a?(Proc) ? work.call : request(*work) } * 1000
    end
  end

  def ask_report(rng) = report(rng) { |number| number }

  # One digit cannot be read.
  def ask_worn(rng) = report(rng) { |number| number.sub(/\d(?=\d{#{rng.rand(4)}}\z)/, "?") }

  def ask_left_out(rng) = report(rng) { |number| number.sub(/\d(?=\d{#{rng.rand(4)}}\z)/, "") }

  def ask_story(rng)
    @story_keys ||= @db[:spans].join(:fish, id: :fish_id).order(:fish_id).limit(2000)
      .select_map(:story_key)
    ["GET", "/api/stories/#{@story_keys.sample(random: rng)}"]
  end

  # All answers of Water from nothing, as this commit or an earlier one makes them.
  def ask_water(_rng)
    lambda do
      made_by =
        if Acts.const_defined?(:KeepAnswers) then Acts::KeepAnswers.method(:call)
        else Acts::AnswerWater.method(:make)
        end
      Acts::AnswerWater::TOPICS.each do |topic|
        made_by.call(Store::Gateway.new(@db), topic, {}, today: Date.today)
      end
    end
  end

  # A report as a request, for a server of this commit.
  def requests(reports)
    rng = Random.new(reports["seed"])
    Array.new(reports["times"]) { |index| (index % 4 == 3 ? ask_worn(rng) : ask_report(rng)).last }
  end

  private

  def report(rng)
    @fish ||= SentReport.fish(@db, 1200, Random.new(3))
    fish = @fish.sample(random: rng)
    @count += 1
    sent = SentReport.of(
      fish, yield(fish[:tag_number]), "bench #{@count} #{rng.rand}", index: @count
    )
    ["PUT", "/api/reports/#{SecureRandom.uuid}", sent]
  end

  def request(method, path, body = nil)
    headers = { **FROM, "HTTP_COOKIE" => session[0], "HTTP_X_CSRF_TOKEN" => session[1] }
    headers[:input] = JSON.generate(body) if body
    answer = Rack::MockRequest.new(application).request(method, path, headers)
    raise "#{path}: #{answer.status} #{answer.body[0, 200]}" unless answer.successful?
  end

  def application = @application ||= [*Rack::Builder.parse_file("config.ru")].first

  def session
    @session ||= Rack::MockRequest.new(application).get("/api/session", FROM).then do |answer|
      [answer["set-cookie"].to_s.split("\n").map { |cookie| cookie.split(";").first }.join("; "),
        JSON.parse(answer.body)["csrf_token"]]
    end
  end
end

side = Side.new(url)
# Whatever the application prints goes elsewhere.
words = $stdout.dup
$stdout.reopen($stderr)
while (line = $stdin.gets)
  answer = JSON.parse(line)
  begin
    words.puts JSON.generate(done: side.public_send(answer["do"], answer))
  rescue StandardError => e
    words.puts JSON.generate(failed: "#{e.class}: #{e.message}"[0, 500])
  end
  words.flush
end
