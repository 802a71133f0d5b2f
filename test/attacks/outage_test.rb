# frozen_string_literal: true

require_relative "../support/api_case"

# The database is down, restarts, or throws everybody out.
class OutageTest < Minitest::Test
  include Rack::Test::Methods

  DOWN = "postgres://nobody@127.0.0.1:1/nothing"

  def config = ApiCase.config
  attr_reader :app

  def ours = JSON.parse(last_response.body)

  # Every operation of the contract; who is signed in is asked for before the database is.
  def test_every_route_says_so_in_our_one_shape
    token
    @app =
      Application.build(
        config:,
        db: Database.connect(DOWN),
        files: ApiCase.files,
        pictures: ApiCase.pictures
      )
    get("/report")

    assert_predicate last_response, :ok?, "pages are files"
    get("/api/health")

    assert_predicate last_response, :ok?, "the process is alive"
    get("/api/readiness")

    assert_equal 503, last_response.status
    asked = open_operations.map { |verb, path| "#{verb} #{path}" unless say_503?(verb, path) }

    assert_empty asked.compact
  ensure
    Que.connection = TestDatabase.unit
  end

  def input(verb, path, body)
    return "" if verb == "get"

    path.end_with?("photo", "picture") ? "x" : JSON.generate(body)
  end

  # Of the session that a server gave before its database went: the cookie carries it.
  def token
    @token ||= begin
      whole = Rack::Test::Session.new(ApiCase.application)
      whole.get("/api/session")
      @cookie = whole.last_response["set-cookie"].split(";").first
      JSON.parse(whole.last_response.body).fetch("csrf_token")
    end
  end

  # What is answered without a look into the database.
  ASKS_NOTHING =
    %w[
      /api/health /api/readiness /auth/logout /api/exchange/tables /api/openapi.json
      /api/boards/{length_cm}/board.pdf /api/boards/fish.pdf
    ].freeze

  def open_operations
    ApiCase.contract.document["paths"]
      .flat_map do |path, item|
        item
          .slice(*Api::Contract::METHODS)
          .filter_map { |verb, spec| [verb, path] if spec["security"] == [] }
      end
      .reject { |_, path| ASKS_NOTHING.include?(path) }
  end

  REPORT = Seeds.report(caught_on: "2026-06-15").freeze
  # Of a programme that hands a report in.
  SIGNED = {
    "HTTP_AUTHORIZATION" => "Bearer vk_#{'k' * 32}", "HTTP_X_SIGNATURE" => "0" * 64,
    "HTTP_X_SIGNED_AT" => "1"
  }.freeze
  BODIES = {
    "/auth/login" => {
      email: "isolde@marrow.example",
      password: "any words at all"
    },
    "/auth/reset-password-request" => {
      email: "isolde@marrow.example"
    },
    "/api/reports/{id}/amend" => {
      revision: 1,
      report: REPORT
    },
    "/api/reports/{id}" => REPORT,
    "/api/handed-in/{id}" => REPORT,
    "/api/reports/{id}/forget" => {},
    "/api/join/consent/{key}" => { consents: true },
    "/api/letters/stop/{id}" => { stops: true },
    "/api/join/{id}" => {
      kind: "adult", name: "Wren Tolley", email: "wren@marrow.example", phone: nil, message: nil,
      family: [], guardian_name: nil, guardian_email: nil, promised: true, answer: "Great Marrow"
    },
    "/api/crew/{key}" => {
      device: "d",
      fish: []
    }
  }.freeze

  def say_503?(verb, path)
    clear_cookies
    body = BODIES.fetch(path, { key: "k" * 30, password: "x" * 12 })
    type = path.end_with?("photo", "picture") ? "application/octet-stream" : "application/json"
    env = { "CONTENT_TYPE" => type, "HTTP_X_REPORT_KEY" => "k" * 22, "HTTP_X_CSRF_TOKEN" => token,
            "HTTP_COOKIE" => @cookie, input: input(verb, path, body) }
    env.merge!(SIGNED) if path.include?("handed-in")
    address = path.gsub("{id}", SecureRandom.uuid).gsub(/\{\w*key\}/, "k" * 22)
    custom_request(verb.upcase, address.gsub("{number}", "MS000001"), {}, env)
    answer = last_response.status == 503 && ours["code"] == "database_down"
    answer || flunk("#{verb} #{path}: #{last_response.status} #{last_response.body[0, 200]}")
  end

  # Everybody is thrown out of the database: who reads notices nothing, and who writes is answered.
  def test_a_restart_costs_readers_nothing
    db = Database.connect(TestDatabase.url("voucher_unit"), max_connections: 4)
    @app = Application.build(config:, db:, files: ApiCase.files, pictures: ApiCase.pictures)
    get("/api/species")
    db.pool.available_connections.each do |connection|
      TestDatabase.unit.get(Sequel.function(:pg_terminate_backend, connection.backend_pid))
    end
    get("/api/species")

    assert_predicate last_response, :ok?
  ensure
    db&.disconnect
    Que.connection = TestDatabase.unit
  end

  # The jobs' process goes on by itself, and carries what came meanwhile.
  def test_jobs_come_back_by_themselves
    db = TestDatabase.fresh("voucher_outage")
    dir = Dir.mktmpdir("voucher-outage")
    env = {
      "DATABASE_URL" => TestDatabase.url("voucher_outage", role: Roles::APPLICATION),
      "VOUCHER_VAR" => dir,
      "VOUCHER_ENV" => "development",
      "SMTP_URL" => nil
    }
    pid =
      Process.spawn(
        env,
        RbConfig.ruby,
        File.join(ROOT, "bin/lib/jobs.rb"),
        out: File::NULL,
        err: File.join(dir, "log")
      )
    letter(db)

    assert_equal 1, sent(db, 1), File.read(File.join(dir, "log"))
    db.disconnect
    Sequel.connect(TestDatabase.url("postgres")) do |maintenance|
      maintenance.run(
        "select pg_terminate_backend(pid) from pg_stat_activity where datname = 'voucher_outage'"
      )
    end
    letter(db)

    assert_equal 2, sent(db, 2), File.read(File.join(dir, "log"))
    assert_equal 2, Dir[File.join(dir, "outbox/*.eml")].size
    assert_equal 1, db[:que_jobs].where(job_class: "Acts::UpkeepJob").count
  ensure
    Process.kill("TERM", pid) && Process.wait(pid) if pid
    db&.disconnect
    Que.connection = TestDatabase.unit
  end

  def letter(db)
    Que.connection = db
    Acts::WriteLetter.queue(
      store: Store::Gateway.new(db),
      kind: "password",
      recipient: "odo@marrow.example",
      subject: "Hello",
      body: "words"
    )
  end

  # Waits for so many letters to be sent; returns how many are.
  def sent(db, wanted)
    300.times { db[:letters].where(state: "sent").count == wanted ? break : sleep(0.1) }
    db[:letters].where(state: "sent").count
  end
end
