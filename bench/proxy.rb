# frozen_string_literal: true

# The proxy of config/examples/nginx.conf in front of two separate servers, with TLS and a
#   certificate made for it: apt-get install nginx-light; bin/pg start dev; DATABASE_URL=$(bin/pg
#   url dev) ruby bench/proxy.rb
# Holds what a browser sees against what must be so, and kills one of the two servers while it asks.
require_relative "support/server"
require "openssl"

NAME = "tags.marrow.example"
dir = Dir.mktmpdir("voucher-proxy")
key = OpenSSL::PKey::RSA.new(2048)
certificate = OpenSSL::X509::Certificate.new.tap do |entry|
  entry.subject = entry.issuer = OpenSSL::X509::Name.parse("/CN=#{NAME}")
  entry.not_before, entry.not_after, entry.public_key, entry.serial, entry.version =
    Time.now - 60,
    Time.now + 86_400,
    key.public_key,
    1,
    2
  entry.sign(key, OpenSSL::Digest.new("SHA256"))
end
File.write("#{dir}/fullchain.pem", certificate.to_pem)
File.write("#{dir}/key.pem", key.to_pem)
free = -> { TCPServer.new("127.0.0.1", 0).then { |server| server.addr[1].tap { server.close } } }
http, https = free.call, free.call
settings = {
  "BASE_URL" => "https://#{NAME}:#{https}",
  "TRUSTED_PROXIES" => "127.0.0.1/32",
  "METRICS_TOKEN" => "a token of the operators"
}
wrong = []
check = ->(claim, well) { (well ? puts("  #{claim}") : wrong << claim) && nil }

BenchServer.run(processes: 1, env: settings) do |setting|
  BenchServer.run(processes: 1, name: "voucher_bench_server", env: settings, fill: false) do |two|
    ports = [setting, two].map { |server| URI(server.address).port }
    text = File.read(File.join(ROOT, "config/examples/nginx.conf"))
    text =
      text
        .sub(/  server 127.0.0.1:9292 (.*);/) do
          ports.map { |port| "  server 127.0.0.1:#{port} #{Regexp.last_match(1)};" }.join("\n")
        end
        .gsub("server_name NAME", "server_name #{NAME}")
        .gsub("/etc/ssl/voucher", dir)
        .sub("listen 80", "listen 127.0.0.1:#{http}")
        .sub("listen 443", "listen 127.0.0.1:#{https}")
    temporary =
      %w[client_body proxy fastcgi uwsgi scgi]
        .map { |name| "#{name}_temp_path #{dir}/#{name};" }
        .join(" ")
    File.write("#{dir}/nginx.conf",
      "daemon off; pid #{dir}/pid; error_log #{dir}/error.log; events {} http { " \
        "access_log off; #{temporary}\n#{text}\n}")
    nginx = spawn("nginx", "-c", "#{dir}/nginx.conf", %i[out err] => "#{dir}/out")
    sleep 1
    ask = lambda do |path, headers = {}, port: https, tls: true|
      Net::HTTP.start(
        "127.0.0.1", port, use_ssl: tls, verify_mode: OpenSSL::SSL::VERIFY_NONE
      ) { |client| client.get(path, { "Host" => "#{NAME}:#{port}", **headers }) }
    end
    check.call(
      "without TLS one is sent to TLS",
      ask.call("/", port: http, tls: false)["location"].to_s.start_with?("https://")
    )
    session = ask.call("/api/session")
    check.call(
      "the browser is told to come with TLS for two years",
      session["strict-transport-security"].to_s.include?("max-age=63072000")
    )
    check.call("the cookie goes over TLS alone", session["set-cookie"].to_s.match?(/secure/i))
    check.call("an answer has the proxy's request id", session["x-request-id"].to_s.size == 32)
    check.call(
      "metrics are nobody's without the token",
      ask.call("/metrics").body.include?("<html") || ask.call("/metrics").code != "200"
    )
    check.call(
      "metrics are told to who brings it",
      ask
        .call("/metrics", { "Authorization" => "Bearer a token of the operators" })
        .body
        .include?("voucher_requests_total")
    )
    big =
      Net::HTTP.start(
        "127.0.0.1", https, use_ssl: true, verify_mode: OpenSSL::SSL::VERIFY_NONE
      ) { |client| client.send_request("PUT", "/api/x", "x" * 16_000_000, { "Host" => NAME }) }
    check.call("what is too large is refused at the door", big.code == "413")
    seen = setting.db[:security_traces].max(:event_id).to_i
    token = JSON.parse(session.body)["csrf_token"]
    Net::HTTP.start(
      "127.0.0.1", https, use_ssl: true, verify_mode: OpenSSL::SSL::VERIFY_NONE
    ) do |client|
      client.post(
        "/auth/login",
        JSON.generate(email: "nobody@marrow.example", password: "not this one"),
        {
          "Host" => "#{NAME}:#{https}",
          "Content-Type" => "application/json",
          "X-CSRF-Token" => token,
          "Cookie" => session["set-cookie"].split(";").first,
          "X-Forwarded-For" => "203.0.113.9"
        }
      )
    end
    check.call(
      "a visitor's own word on his address is not believed",
      setting.db[:security_traces].where { event_id > seen }.select_map(:address) == ["127.0.0.1"]
    )
    codes = Hash.new(0)
    asking =
      Thread.new do
        400.times { |index| (codes[ask.call("/api/species").code] += 1) && sleep(0.01) && index }
      end
    sleep 1
    two.kill
    asking.join
    check.call("one of two servers is killed and nobody notices: #{codes}", codes.keys == ["200"])
  ensure
    Process.kill("TERM", nginx) && Process.wait(nginx) if nginx
  end
end
FileUtils.rm_rf(dir)
wrong.each { |claim| puts "WRONG: #{claim}" }
exit 1 unless wrong.empty?
