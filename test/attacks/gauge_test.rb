# frozen_string_literal: true

require_relative "../support/test_helper"
require "openssl"
require "socket"

# A gauge that drips, lies, never ends or is not what it says: no reading, soon, and no harm.
class GaugeAttackTest < Minitest::Test
  PATIENCE_SECONDS = Devices::Gauge::TOTAL_SECONDS + 1

  # Serves one connection by the block and returns the gauge's reading of it.
  def reading(scheme: "http", &)
    server = TCPServer.new("127.0.0.1", 0)
    served = Thread.new do
      client = server.accept
      yield client
    rescue SystemCallError, IOError, OpenSSL::SSL::SSLError
      nil
    ensure
      client&.close
    end
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    reading = Devices::Gauge.new("#{scheme}://127.0.0.1:#{server.addr[1]}").read("cutter_ledge")

    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, PATIENCE_SECONDS
    reading
  ensure
    served&.kill
    server&.close
  end

  def answer(body, status: "200 OK", headers: "")
    reading do |client|
      client.readpartial(4096)
      client.write(
        "HTTP/1.1 #{status}\r\nContent-Length: #{body.bytesize}\r\n#{headers}\r\n#{body}"
      )
    end
  end

  GOOD = '{"water_temp_c": 12.34, "read_at": "2026-06-15T10:00:00Z"}'

  def test_a_good_one_is_read
    assert_equal({ water_temp_c: 12.3, read_at: "2026-06-15T10:00:00Z" }, answer(GOOD))
  end

  def test_odd_answers_are_no_reading
    [
      "", "{", "[]", "7", "null",
      '"x"',
      '{"water_temp_c": null, "read_at": "x"}',
      '{"water_temp_c": "NaN", "read_at": "x"}',
      '{"water_temp_c": 1e999, "read_at": 1}',
      '{"water_temp_c": 12}',
      '{"water_temp_c": 400, "read_at": "x"}',
      "[" * 10_000,
      "\xFF\xFE".b,
      '{"water_temp_c": {"a": 1}, "read_at": []}'
    ].each { |body| assert_nil answer(body), body[0, 40].inspect }
    assert_nil answer(GOOD, status: "503 Busy")
    assert_nil answer(GOOD, status: "302 Found", headers: "Location: http://127.0.0.1:1/\r\n")
    assert_nil answer("not zipped", headers: "Content-Encoding: gzip\r\n")
  end

  def test_what_is_not_http_is_no_reading
    [
      "SSH-2.0-x\r\n",
      "\0" * 100,
      "HTTP/9.9\r\n\r\n",
      "HTTP/1.1 200 OK\r\nTransfer-Encoding: chunked\r\n\r\nZZZ\r\n"
    ].each { |bytes| assert_nil(reading { |client| client.write(bytes) }) }
  end

  def test_one_that_drips_is_left
    assert_nil(reading do |client|
      client.write("HTTP/1.1 200 OK\r\n")
      100.times { |index| client.write("X-#{index}: y\r\n") && sleep(0.1) }
    end)
  end

  def test_one_that_never_ends_is_not_read_to_its_end
    sent = 0

    assert_nil(reading do |client|
      client.readpartial(4096)
      client.write("HTTP/1.1 200 OK\r\nContent-Type: application/json\r\n\r\n")
      loop { sent += client.write("x" * 65_536) }
    end)
    assert_operator sent, :<, 20_000_000
  end

  def test_one_that_says_nothing_is_left = assert_nil(reading { |_client| sleep 30 })

  # A certificate that nobody vouches for.
  def test_a_gauge_behind_tls_is_who_it_says_or_nobody
    key = OpenSSL::PKey::RSA.new(2048)
    certificate = OpenSSL::X509::Certificate.new.tap do |signed|
      signed.subject = signed.issuer = OpenSSL::X509::Name.parse("/CN=127.0.0.1")
      signed.not_before, signed.not_after, signed.public_key, signed.serial, signed.version =
        Time.now - 60,
        Time.now + 600,
        key.public_key,
        1,
        2
      signed.sign(key, OpenSSL::Digest.new("SHA256"))
    end
    context = OpenSSL::SSL::SSLContext.new.tap { |made| made.cert, made.key = certificate, key }

    assert_nil(
      reading(scheme: "https") do |client|
        OpenSSL::SSL::SSLSocket
          .new(client, context)
          .tap(&:accept)
          .write("HTTP/1.1 200 OK\r\nContent-Length: #{GOOD.size}\r\n\r\n#{GOOD}")
      end
    )
  end

  def test_one_that_failed_is_left_alone_for_a_while_and_a_reading_is_kept
    now = 0.0
    gauge = Devices::Gauge.new("http://127.0.0.1:1", clock: -> { now })

    assert_nil gauge.read("cutter_ledge")
    asked = 0
    URI.stub(:parse, ->(*) { raise "asked again" }) do
      5.times { assert_nil gauge.read("cutter_ledge") }
    end
    server = TCPServer.new("127.0.0.1", 0)
    thread = Thread.new do
      loop do
        server.accept.then do |client|
          (asked += 1) && client.readpartial(4096) &&
            client.write(
              "HTTP/1.1 200 OK\r\nContent-Length: #{GOOD.size}\r\nConnection: close\r\n\r\n#{GOOD}"
            ) && client.close
        end
      end
    end
    kept = Devices::Gauge.new("http://127.0.0.1:#{server.addr[1]}", clock: -> { now })

    3.times { assert_in_delta(12.3, kept.read("cutter_ledge")[:water_temp_c]) }

    assert_equal 1, asked
    now += Devices::Gauge::KEPT_SECONDS + 1
    kept.read("cutter_ledge")

    assert_equal 2, asked
  ensure
    thread&.kill
    server&.close
  end
end
