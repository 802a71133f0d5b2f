# frozen_string_literal: true

require "rack/test"
require_relative "test_helper"

# A test that talks to the whole Rack application over a database that forgets it afterwards.
# Every answer is held against the contract.
class ApiCase < Minitest::Test
  include Rack::Test::Methods
  include RolledBack

  PASSWORD = "correct horse tide"

  def self.config
    @config ||=
      Config.from(
        ENV.to_h.merge(
          "DATABASE_URL" => TestDatabase.url("voucher_unit"),
          "VOUCHER_VAR" => Dir.mktmpdir("voucher-test"),
          "BASE_URL" => "http://example.org"
        )
      )
  end

  def self.contract = @contract ||= Api::Contract.load

  # Letters that the carrier was given.
  Carrier = Struct.new(:letters) { def deliver(letter) = letters << letter }
  CARRIER = Carrier.new([])

  def self.files = @files ||= Application.files(config)
  def self.pictures = @pictures ||= Devices::PictureWorkshop.new

  def self.application
    @application ||=
      Application.build(
        config: ApiCase.config, db: TestDatabase.unit, files:, pictures:,
        front: Acts::FrontDoor.new(most_seconds: 0)
      )
  end

  def app = ApiCase.application
  def db = TestDatabase.unit
  def store = Store::Gateway.new(db)

  def setup
    CARRIER.letters.clear
    app
    hand_over_jobs(carrier: CARRIER)
    @isolde =
      Seeds.member(db, "Isolde Brannock", email: "isolde@marrow.example", password: PASSWORD)
    @hamish =
      Seeds.member(
        db,
        "Hamish Torvald",
        role: "coordinator",
        email: "hamish@marrow.example",
        password: PASSWORD
      )
    Seeds.pouch(db, @isolde)
  end

  def hand_over_jobs(carrier:)
    Application.hand_over_jobs(
      config: ApiCase.config, db:, carrier:, files: ApiCase.files, pictures: ApiCase.pictures
    )
  end

  # Sends JSON with a fresh token and returns the parsed answer; checks the answer's form.
  def send_bytes(path, bytes, **headers)
    token = ask("/api/session").fetch("csrf_token")
    put(
      path, bytes,
      { "CONTENT_TYPE" => "application/octet-stream", "HTTP_X_CSRF_TOKEN" => token, **headers }
    )
    answer
  end

  def send_json(method, path, body = {}, headers = {})
    token = ask("/api/session").fetch("csrf_token")
    send(
      method,
      path,
      body.is_a?(String) ? body : JSON.generate(body),
      { "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => token, **headers }
    )
    answer
  end

  def ask(path)
    get(path)
    answer
  end

  def answer
    request = last_request
    operation = ApiCase.contract.operation(request.request_method, request.path)
    unless operation.is_a?(Symbol)
      faults =
        ApiCase.contract.response_faults(
          operation, status: last_response.status, content_type: last_response.content_type,
          body: last_response.body
        )

      assert_empty faults, "#{request.request_method} #{request.path} breaks the contract"
    end
    if last_response.content_type.to_s.start_with?("application/json")
      JSON.parse(last_response.body)
    else
      last_response.body
    end
  end

  # A member's own log as a file: asked for, made by the job, taken.
  def take_archive(member)
    send_json(:post, "/api/me/archive", {})
    Acts::StoredJob.store, Acts::StoredJob.files = store, ApiCase.files
    Acts::ArchiveJob.run(member[:id])
    get("/api/me/archive.zip")
  end

  def sign_in(email = "isolde@marrow.example", password = PASSWORD)
    send_json(:post, "/auth/login", { email:, password: })
  end

  def put_encounter(sent, id: SecureRandom.uuid)
    send_json(:put, "/api/encounters/#{id}", as_json(sent))
  end

  def put_report(sent, id: SecureRandom.uuid) = send_json(:put, "/api/reports/#{id}", as_json(sent))

  # Times with their milliseconds, as the phone writes them.
  def as_json(value)
    case value
    when Hash then value.transform_values { |inner| as_json(inner) }
    when Array then value.map { |inner| as_json(inner) }
    when Time then value.utc.iso8601(3)
    when Date then value.iso8601
    else value
    end
  end

  # What the log says of a bug that is meant; it does not stand in the output of the tests.
  def logged(&)
    log = StringIO.new
    Api::Base.settings.stub(:logger, Logger.new(log), &)
    log.string
  end

  def run_jobs
    # A job may queue another one.
    3.times do
      db[:que_jobs]
        .where(
          job_class: %w[Acts::ResetJob Acts::FollowMatchJob Acts::LetterJob Acts::SizeJob],
          finished_at: nil
        )
        .where { run_at <= Time.now }
        .order(:id)
        .each do |job|
          Object.const_get(job[:job_class]).run(*JSON.parse(JSON.generate(job[:args])))
          db[:que_jobs].where(id: job[:id]).delete
        end
    end
  end
end
