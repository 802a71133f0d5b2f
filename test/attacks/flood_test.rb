# frozen_string_literal: true

require "zip"
require_relative "../support/api_case"
require "puma"
require "puma/configuration"

# Somebody without an account tries to keep the server busy or to get past its limits.
class FloodTest < ApiCase
  # Says whether anybody read it.
  class Body < StringIO
    attr_reader :was_read

    def read(...)
      @was_read = true
      super
    end
  end

  def setup
    super
    @token = ask("/api/session").fetch("csrf_token")
    @cookie = last_response["set-cookie"][/voucher\.session=[^;]+/]
  end

  def send_raw(method, path, body, **headers)
    custom_request(
      method,
      path,
      {},
      {
        "CONTENT_TYPE" => "application/json",
        "HTTP_X_CSRF_TOKEN" => @token,
        "rack.input" => body,
        "CONTENT_LENGTH" => body.size.to_s,
        **headers
      }
    )
  end

  def test_who_is_not_signed_in_is_refused_before_a_body_is_read
    body = Body.new(JSON.generate(encounters: [], junk: "x" * 1_200_000))
    send_raw("POST", "/api/encounters/batch", body)

    assert_equal [401, "signed_out"], [last_response.status, answer["code"]]
    refute body.was_read
  end

  def test_every_operation_that_is_not_open_asks_for_a_sign_in_first
    ApiCase.contract.document["paths"].each do |path, item|
      item.slice(*Api::Contract::METHODS).each do |verb, spec|
        next if spec["security"] == []

        body = Body.new("{")
        send_raw(verb.upcase, path.gsub(/\{\w+\}/, SecureRandom.uuid), body)

        assert_equal 401, last_response.status, "#{verb} #{path}"
        refute body.was_read, "#{verb} #{path} reads what somebody unknown sends"
      end
    end
  end

  def test_a_visitor_sends_little_and_what_is_too_large_is_not_read
    body = Body.new(JSON.generate(junk: "x" * 200_000))
    send_raw("PUT", "/api/reports/#{SecureRandom.uuid}", body)

    assert_equal [413, "too_large"], [last_response.status, answer["code"]]
    refute body.was_read
  end

  # Without a length the limit holds while it arrives.
  def test_a_body_without_a_length_is_read_to_the_limit_and_no_further
    body = Body.new("[#{'1,' * 500_000}1]")
    env =
      Rack::MockRequest.env_for(
        "/api/reports/#{SecureRandom.uuid}",
        :method => "PUT",
        :input => body,
        "CONTENT_TYPE" => "application/json",
        "HTTP_X_CSRF_TOKEN" => @token,
        "HTTP_COOKIE" => @cookie
      )
    status, = app.call(env.except("CONTENT_LENGTH"))

    assert_equal 413, status
    assert_operator body.pos, :<=, Api::Contract::OPEN_LIMIT_BYTES + 1
  end

  def test_a_body_of_many_small_values_is_not_looked_through
    send_json(
      :put,
      "/api/reports/#{SecureRandom.uuid}",
      (0...3000).to_h { |index| ["a#{index}", 1] }
    )

    assert_equal [413, "too_many_values"], [last_response.status, answer["code"]]
  end

  def test_no_more_than_twenty_faults_are_listed
    send_json(
      :put,
      "/api/reports/#{SecureRandom.uuid}",
      (0...200).to_h { |index| ["a#{index}", 1] }
    )

    assert_equal [422, Api::Contract::MOST_FAULTS], [last_response.status, answer["fields"].size]
  end

  def test_an_operation_without_a_body_takes_none
    send_raw("GET", "/api/species", Body.new("x" * 100_000))

    assert_equal 413, last_response.status
  end

  # Puma refuses more than any operation takes, while it arrives and before it lies on the disk.
  def test_the_web_server_knows_the_largest_body
    settings =
      Puma::Configuration
        .new { |config| config.load(File.join(ROOT, "config/puma.rb")) }
        .tap(&:load)
        .tap(&:clamp)
        .options

    assert_equal Api::Guard::RAW_LIMIT_BYTES, settings[:http_content_length_limit]
  end

  def flood(**headers) = Array.new(25) { |index| put_report_with(index, headers) }.uniq

  def put_report_with(index, headers)
    send_json(
      :put,
      "/api/reports/#{SecureRandom.uuid}",
      as_json(Seeds.report),
      headers.transform_values { |value| format(value, index) }
    )
    last_response.status
  end

  # Whoever writes another visitor's address into a header is still the one who asks.
  def test_headers_that_claim_an_address_do_not_get_round_the_limits
    [
      { "HTTP_X_FORWARDED_FOR" => "203.0.113.%d" },
      { "HTTP_FORWARDED" => "for=203.0.113.%d" },
      { "HTTP_CLIENT_IP" => "203.0.113.%d" },
      { "HTTP_X_REAL_IP" => "203.0.113.%d", "HTTP_X_FORWARDED_FOR" => "203.0.113.%d, 127.0.0.1" }
    ].each do |headers|
      Api::Limits.set_up(enabled: true)

      assert_includes flood(**headers), 429, headers
    end
  ensure
    Api::Limits.set_up(enabled: false)
  end

  def address_of(proxies, peer, **headers)
    seen = nil
    app =
      Api::ClientAddress.new(
        ->(env) { (seen = env) && [200, {}, []] },
        proxies.map { |proxy| IPAddr.new(proxy) }
      )
    app.call({ "REMOTE_ADDR" => peer, **headers })
    [seen[Api::ClientAddress::ADDRESS], seen.key?("HTTP_X_FORWARDED_FOR"),
      seen["HTTP_X_FORWARDED_PROTO"]]
  end

  def test_only_a_proxy_that_settings_trust_says_who_asks
    chain = {
      "HTTP_X_FORWARDED_FOR" => "198.51.100.9, 203.0.113.7, 10.0.0.2",
      "HTTP_X_FORWARDED_PROTO" => "https"
    }

    assert_equal ["192.0.2.1", false, nil], address_of([], "192.0.2.1", **chain)
    assert_equal ["203.0.113.7", false, "https"],
      address_of(%w[10.0.0.0/8], "10.0.0.3", **chain),
      "the last hop that is not ours"
    assert_equal ["192.0.2.1", false, nil], address_of(%w[10.0.0.0/8], "192.0.2.1", **chain)
    assert_equal ["10.0.0.3", false, nil],
      address_of(%w[10.0.0.0/8], "10.0.0.3", "HTTP_X_FORWARDED_FOR" => "nonsense")
  end

  # Two processes, one Redis of Debian's: what one counts the other knows.
  def test_processes_share_their_counters
    Dir.mktmpdir do |dir|
      pid =
        Process.spawn(
          "redis-server", "--port", "0", "--unixsocket",
          "#{dir}/redis",
          "--save",
          "",
          "--dir",
          dir,
          out: File::NULL
        )
      200.times { File.exist?("#{dir}/redis") ? break : sleep(0.05) }
      first_address, two =
        Array.new(2) do
          Devices::SharedCounters.new("unix://#{dir}/redis", alone: Api::LimitCounters.new)
        end

      assert_equal [1, 2, 3],
        [
          first_address.increment("key", 1, expires_in: 60),
          two.increment("key", 1, expires_in: 60),
          first_address.increment("key", 1, expires_in: 60)
        ]
      assert_equal 3, two.read("key")
    ensure
      Process.kill("TERM", pid)
      Process.wait(pid)
    end
  end

  def test_limits_go_on_when_the_shared_counters_do_not_answer
    counters = Devices::SharedCounters.new("redis://127.0.0.1:1", alone: Api::LimitCounters.new)

    assert_equal [1, 2, 3], Array.new(3) { counters.increment("key", 1, expires_in: 60) }
    assert_equal 3, counters.read("key")
  end

  # Without Redis the database counts for all processes; what every request counts stays alone.
  def test_processes_share_their_counters_without_redis
    first_address, two = Array.new(2) do
      Api::CommonCounters.new(shared: Store::LimitCounts.new(db), alone: Api::LimitCounters.new)
    end
    step = ->(counters, key) { counters.increment(key, 1, expires_in: 60) }

    assert_equal([1, 2, 3],
      [first_address, two, first_address].map do |counters|
        step[counters, "sign-in by address:192.0.2.1"]
      end)
    assert_equal([1, 1, 2],
      [first_address, two, first_address].map do |counters|
        step[counters, "everything by address:192.0.2.1"]
      end)
    db[:limit_counts].update(until_at: Time.now - 1)

    assert_equal 1, step[first_address, "sign-in by address:192.0.2.1"], "its time is over"
    down = Object.new.tap { |gone| def gone.increment(*, **) = raise(Sequel::DatabaseError, "x") }
    alone = Api::CommonCounters.new(shared: down, alone: Api::LimitCounters.new)

    assert_equal [1, 2], Array.new(2) { step[alone, "sign-in by address:192.0.2.1"] }
  end

  def test_a_network_of_version_six_counts_as_one_address
    same = %w[2001:db8:1:2::1 2001:db8:1:2:ffff:1:2:3].map { |entry| Api::Limits.network(entry) }

    assert_equal 1, same.uniq.size
    refute_equal same[0], Api::Limits.network("2001:db8:1:3::1")
    assert_equal "192.0.2.1", Api::Limits.network("192.0.2.1")
  end

  # One long answer at a time, one waits, and the others are told to come again at once; a finder
  # does not wait for members.
  def test_long_answers_leave_the_other_threads_free
    gate, running, most = Queue.new, 0, 0
    heavy = Api::Heavy.new(
      lambda { |_|
        most = [most, running += 1].max
        gate.pop
        running -= 1
        [200, {}, []]
      }, Api::LimitCounters.new
    )
    env = lambda { |index|
      { "voucher.heavy" => true, "voucher.open" => index.nil?,
        "rack.session" => { "account_id" => index },
        Api::ClientAddress::ADDRESS => "192.0.2.1" }
    }
    threads = Array.new(8) { |index| Thread.new { heavy.call(env[index])[0] } }
    sleep 0.01 until threads.count { |thread| !thread.alive? } == 6
    finder = Thread.new { heavy.call(env[nil])[0] }
    sleep 0.01 until running == 2
    3.times { gate << true }

    assert_equal ([200] * 2) + ([503] * 6), threads.map(&:value).sort
    assert_equal [200, 2], [finder.value, most], "one of a member and one of a finder"
    gate.close
    statuses = Array.new(14) { heavy.call(env[99])[0] }

    assert_equal ([200] * 12) + ([429] * 2), statuses, "so many a minute for one member"
  end

  # Small enough to send, and two gigabytes when it is read.
  def test_a_package_that_unpacks_to_a_bomb_is_refused_while_it_unpacks
    bomb = Zip::OutputStream.write_buffer do |zip|
      zip.put_next_entry("datapackage.json")
      zip.write("{}")
      zip.put_next_entry("data/catches.csv")
      50.times { zip.write("a,b,c\n" * 200_000) }
    end.string

    assert_operator bomb.bytesize, :<, 100_000
    sign_in("hamish@marrow.example")
    token = ask("/api/session").fetch("csrf_token")
    before = memory_mb
    post("/api/imports?name=catches.zip", bomb, "CONTENT_TYPE" => "application/octet-stream",
      "HTTP_X_CSRF_TOKEN" => token)

    assert_equal [422, "not_whole"], [last_response.status, answer["code"]]
    # Two gigabytes would be; the library unpacks up to 33 MB at once, and what it leaves behind is
    # collected when the process likes.
    assert_operator memory_mb - before, :<, 400
  end

  def memory_mb = File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024
end
