# frozen_string_literal: true

require "minitest/mock"
require "zlib"
require_relative "../support/api_case"

# The outer walls: pages and files, sizes, limits.
class EdgesTest < ApiCase
  def test_every_page_address_is_the_application_and_nothing_outside_the_build_is_served
    %w[/ready /deck /story/anything].each do |path|
      get(path)

      assert_equal [200, true],
        [last_response.status, last_response.body.include?("<div id=\"app\">")],
        path
      assert_equal "no-cache", last_response["cache-control"]
    end
    %w[/../config/config.rb /%2e%2e/Gemfile /.vite/../../../Gemfile].each do |path|
      get(path)

      assert_equal [404, "There is nothing at this address.\n"],
        [last_response.status, last_response.body], path
    end
    post("/deck")

    assert_equal 405, last_response.status
  end

  def test_pages_carry_their_guards_and_assets_never_change
    get("/deck")

    assert_match(/default-src 'self'/, last_response["content-security-policy"])
    refute_match(/unsafe/, last_response["content-security-policy"])
    assert_equal "nosniff", last_response["x-content-type-options"]
    asset =
      Dir[File.join(ROOT, "public/app/assets/*.js")].first.then do |file|
        "/assets/#{File.basename(file)}"
      end
    get(asset, {}, { "HTTP_ACCEPT_ENCODING" => "gzip" })

    assert_equal ["gzip", true],
      [
        last_response["content-encoding"],
        last_response["cache-control"].include?("immutable")
      ]
    assert_equal File.binread(File.join(ROOT, "public/app", asset)), Zlib.gunzip(last_response.body)
    get(asset)

    assert_nil last_response["content-encoding"]
  end

  def test_what_is_too_large_is_refused_before_it_is_read
    send_json(
      :put,
      "/api/reports/#{SecureRandom.uuid}",
      "\"#{'x' * (Api::Contract::OPEN_LIMIT_BYTES + 10)}\""
    )

    assert_equal [413, "too_large"], [last_response.status, answer["code"]]
    token = ask("/api/session").fetch("csrf_token")
    put(
      "/api/reports/#{SecureRandom.uuid}/photo",
      "x" * (Api::Guard::RAW_LIMIT_BYTES + 1),
      {
        "CONTENT_TYPE" => "application/octet-stream",
        "HTTP_X_CSRF_TOKEN" => token,
        "HTTP_X_REPORT_KEY" => "k"
      }
    )

    assert_equal 413, last_response.status
  end

  def test_signing_in_and_asking_for_letters_is_limited_by_address
    Rack::Attack.enabled = true
    letters =
      Array.new(8) do
        send_json(:post, "/auth/reset-password-request", { email: "nobody@marrow.example" }) &&
          last_response.status
      end

    assert_equal [200, 429], letters.uniq
    assert_equal "3600", last_response["retry-after"]
    tries = Array.new(22) { sign_in("nobody@marrow.example", "wrong") && last_response.status }

    assert_equal [401, 429], tries.uniq
  ensure
    Api::Limits.set_up(enabled: false)
  end

  # A stolen session ends when the password changes.
  def test_changing_the_password_signs_out_other_devices
    sign_in
    other = Rack::Test::Session.new(Rack::MockSession.new(app))
    token = JSON.parse(other.get("/api/session").body).fetch("csrf_token")
    other.post(
      "/auth/login",
      JSON.generate(email: "isolde@marrow.example", password: PASSWORD),
      { "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => token }
    )

    assert JSON.parse(other.get("/api/session").body)["member"]
    send_json(
      :post,
      "/auth/change-password",
      { password: PASSWORD, new_password: "a longer ebb tide" }
    )

    assert ask("/api/session")["member"]
    assert_nil JSON.parse(other.get("/api/session").body)["member"]
  end

  def test_a_bug_gives_a_number_and_no_detail
    sign_in
    log = logged do
      store.db.transaction(savepoint: true, rollback: :always) do
        Acts::ReadGuide.stub(:call, ->(*) { raise NameError, "secret internals" }) do
          get("/api/guide")
        end
      end
    end

    assert_match(/request \h+ NameError: secret internals/, log)
    assert_equal 500, last_response.status
    refute_includes last_response.body, "secret"
    assert_match(/number: [0-9a-f]{8}\.\z/, JSON.parse(last_response.body)["message"])
  end

  # What a missing method was called on, and what fits no pattern, stands in the error's message.
  def test_a_bug_writes_nothing_that_was_sent_into_the_log
    sign_in
    sent = { password: "low tide at noon", "HTTP_COOKIE" => "voucher.session" }
    {
      -> { sent.no_such_method } => "NoMethodError: :no_such_method of Hash",
      -> { sent.freeze.store(:more, 1) } => "FrozenError: a change of Hash",
      -> { sent => { email: } } => "NoMatchingPatternKeyError: no key :email",
      -> { sent => [_] } => "NoMatchingPatternError: no pattern fits",
      -> { Api::Routes::People.new!.no_such_helper } => ":no_such_helper of Api::Routes::People"
    }.each do |bug, words|
      log = logged { Acts::ReadGuide.stub(:call, ->(*, **) { bug.call }) { get("/api/guide") } }

      assert_includes log, words
      assert_equal 500, last_response.status
      refute_match(/low tide|voucher\.session|template_cache/, log)
    end
  end
end
