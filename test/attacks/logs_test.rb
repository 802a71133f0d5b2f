# frozen_string_literal: true

require "socket"
require_relative "../support/api_case"

# Marked words are sent through many kinds of error; no log holds them: not the application's, not
# the requests', not the database's.
class LogsTest < ApiCase
  MARK = "Zanzibarta"
  PHONE = "00177733399"

  def setup
    super
    sign_in("hamish@marrow.example")
    @log = StringIO.new
    @database_log = File.join(
      ENV["VOUCHER_PG"] || File.join(ROOT, "var/pg"), ENV.fetch("TEST_CLUSTER"), "log"
    )
    @begins = File.size(@database_log)
  end

  def marked = "#{MARK} #{PHONE} #{MARK.downcase}@finders.example"

  # As a bug of ours would be: each error holds what was sent.
  FAULTS = {
    "an unreadable number" => ->(db, text) { db.get(Sequel.cast(text, Integer)) },
    "an unreadable day" => ->(db, text) { db.get(Sequel.cast(text, Date)) },
    "a uuid that is none" => ->(db, text) { db[:reports].where(id: text).first },
    "a value twice" => lambda { |db, text|
      2.times { db[:waters].insert(code: text[0, 9], name: text, kind: "sea") }
    },
    "a missing parent" => lambda { |db, text|
      db[:spots].insert(code: "x", water_code: text, name: text, lat_deg: 1, lon_deg: 1)
    },
    "a check" => ->(db, text) { db[:waters].insert(code: "x", name: "y", kind: text) },
    "nothing where something has to be" => lambda { |db, text|
      db[:accounts].insert(email: nil, id: text)
    },
    "a syntax error" => ->(db, text) { db.run("select '#{text}' frm x") },
    "a cast inside" => ->(db, text) { db.run("select ('#{text}')::jsonb") },
    "too long" => ->(db, text) { db.get(Sequel.cast(text * 9, Sequel.lit("bit(3)"))) },
    "raised in the database" => lambda { |db, text|
      db.run("do $$ begin raise exception 'no: %', '#{text}'; end $$")
    },
    "a number" => ->(_, text) { Integer(text) },
    "a day" => ->(_, text) { Date.iso8601(text) },
    "a key" => ->(_, text) { {}.fetch(text) },
    "a method" => ->(_, text) { text.no_such_method },
    "json" => ->(_, text) { JSON.parse(text) },
    "an address" => ->(_, text) { URI(text) },
    "bytes" => ->(_, text) { "#{text}\xff".encode("UTF-16") },
    "a frozen text" => ->(_, text) { text.dup.freeze << text },
    "a pattern" => ->(_, text) { Regexp.new("(#{text}") },
    "nobody listens" => ->(_, text) { TCPSocket.new(text, 1) },
    "a file" => ->(_, text) { File.read("/#{text}") }
  }.freeze

  def test_no_log_holds_what_was_sent
    FAULTS.each_value do |fault|
      raised = ->(**) { db.transaction(savepoint: true) { fault.call(db, marked) } }
      Acts::KeepMember.stub(:welcome_again, raised) { logged_request }
    end
    requests

    assert_equal FAULTS.size, @log.string.scan("ERROR").size, "a fault raised nothing"
    assert_clean @log.string
    assert_clean File.binread(@database_log, nil, @begins)
  end

  def logged_request
    Api::Base.settings.stub(:logger, Logger.new(@log)) do
      send_json(:post, "/api/members/#{@isolde[:id]}/letter")
    end

    assert_equal 500, last_response.status
    refute_includes last_response.body, MARK
  end

  # What people send by mistake, answered in ways of their own.
  def requests
    out, = capture_io do
      Api::Base.settings.stub(:logger, Logger.new(@log)) do
        put_report(Seeds.report(finder_name: marked, finder_phone: PHONE, number_as_read: marked))
        put_report({ finder_name: marked })
        get("/api/numbers/#{MARK}")
        get("/api/finds?search=#{MARK}&cursor=#{MARK}")
        get("/api/reports/#{SecureRandom.uuid}", {}, { "HTTP_X_REPORT_KEY" => MARK })
        send_json(:post, "/auth/login", { email: "#{MARK}@finders.example", password: MARK })
        get("/api/catches", {}, { "HTTP_AUTHORIZATION" => "Bearer vk_#{MARK}" })
        get("/api/crew/#{MARK}/card")
      end
    end

    assert_clean out
  end

  def assert_clean(log)
    text = log.dup.force_encoding("UTF-8").scrub.downcase
    [MARK.downcase, PHONE].each do |secret|
      place = text.index(secret)

      assert_nil place, place && "a log holds it: #{text[[place - 200, 0].max, 400]}"
    end
  end
end
