# frozen_string_literal: true

require_relative "../support/api_case"
require "puma"
require "puma/server"

# Long answers are handed to a process of their own, as they were asked, and come back as they are.
class HeavyTest < ApiCase
  def setup
    super
    @dir = Dir.mktmpdir("voucher-heavy")
    @seen = []
    @server = Puma::Server.new(lambda { |env|
      body = env["rack.input"].read
      @seen << env.slice("REQUEST_METHOD", "PATH_INFO", "QUERY_STRING", "HTTP_COOKIE",
        "HTTP_X_FORWARDED_FOR", "CONTENT_TYPE").merge("body" => body)
      [201, { "content-type" => "text/plain", "x-made" => "there" }, ["worked out"]]
    })
    @server.add_unix_listener("#{@dir}/heavy.sock")
    @server.run
  end

  def teardown
    @server.stop(true)
    FileUtils.rm_rf(@dir)
  end

  def heavy(socket: "#{@dir}/heavy.sock")
    Api::Heavy.new(->(_) { [200, {}, ["here"]] }, Api::LimitCounters.new, counted: false, socket:)
  end

  def env(path, method: "GET", input: "", **more)
    Rack::MockRequest.env_for(path, method:, input:).merge(
      "voucher.heavy" => true, "rack.session" => {}, "HTTP_COOKIE" => "a=b",
      Api::ClientAddress::ADDRESS => "192.0.2.7", Api::ClientAddress::REQUEST_ID => "0123456789",
      **more
    )
  end

  def test_a_long_answer_is_asked_of_the_other_process_as_it_was_asked_here
    answers = [
      heavy.call(env("/api/water/season.pdf?mine=yes")),
      heavy.call(env("/api/exports", method: "POST", input: "{}", "CONTENT_TYPE" => "text/x"))
    ]

    assert_equal [201, "there", ["worked out"]],
      [answers[0][0], answers[0][1]["x-made"], answers[0][2]]
    assert_equal(
      [["GET", "/api/water/season.pdf", "mine=yes", "a=b", "192.0.2.7", ""],
        ["POST", "/api/exports", "", "a=b", "192.0.2.7", "{}"]],
      @seen.map { |request| request.except("CONTENT_TYPE").values }
    )
  end

  def test_without_that_process_it_is_worked_out_here
    assert_equal ["here"], heavy(socket: "#{@dir}/gone.sock").call(env("/api/exports"))[2]
  end

  def test_a_report_is_long_only_where_its_number_has_gaps
    {
      { number_as_read: "MS000001" } => ["here"], { number_as_read: "MS00?001" } => ["worked out"],
      { report: { number_as_read: "MS000001", more_numbers: ["MS*"] } } => ["worked out"]
    }.each do |body, answer|
      asked = env("/api/reports/x", "voucher.heavy" => "unreadable", "voucher.body" => body)

      assert_equal answer, heavy.call(asked)[2], body.inspect
    end
  end
end
