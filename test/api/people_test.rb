# frozen_string_literal: true

require_relative "../support/api_case"

class PeopleApiTest < ApiCase
  def test_signs_in_and_out
    assert_nil ask("/api/session")["member"]
    sign_in

    assert_equal(
      { "name" => "Isolde Brannock", "role" => "tagger" },
      ask("/api/session")["member"].slice("name", "role")
    )
    cookie = last_response["set-cookie"].to_s

    assert_match(/httponly/i, cookie)
    assert_match(/samesite=lax/i, cookie)
    send_json(:post, "/auth/logout")

    assert_nil ask("/api/session")["member"]
  end

  def test_a_wrong_password_and_an_unknown_address_sound_the_same
    wrong = sign_in("isolde@marrow.example", "not the password")

    assert_equal 401, last_response.status
    unknown = sign_in("nobody@marrow.example", "not the password")

    assert_equal [wrong["message"], wrong["fields"]], [unknown["message"], unknown["fields"]]
    assert_equal 401, last_response.status
  end

  def test_the_account_rests_after_too_many_wrong_passwords
    ApiCase.config.max_failures.times { sign_in("isolde@marrow.example", "not the password") }
    resting = [sign_in, last_response.status]
    unknown = [sign_in("nobody@marrow.example"), last_response.status]

    assert_equal 401, resting[1]
    assert_equal unknown,
      resting,
      "nobody learns from a ninth wrong password that there is an account"
    db[:account_lockouts].update(deadline: Time.now - 1)
    sign_in

    assert_predicate last_response, :ok?
  end

  def test_changes_the_password
    sign_in
    short = send_json(:post, "/auth/change-password", { password: PASSWORD, new_password: "short" })

    assert_equal 422, last_response.status
    assert_includes short["fields"].keys, "new_password"
    send_json(
      :post,
      "/auth/change-password",
      { password: PASSWORD, new_password: "a longer ebb tide" }
    )

    assert_predicate last_response, :ok?
    send_json(:post, "/auth/logout")
    sign_in("isolde@marrow.example", "a longer ebb tide")

    assert_predicate last_response, :ok?
  end

  def test_sets_a_new_password_by_letter_and_the_link_works_once
    send_json(:post, "/auth/reset-password-request", { email: "isolde@marrow.example" })
    run_jobs
    letter = CARRIER.letters.fetch(0)

    assert_equal "isolde@marrow.example", letter[:recipient]
    key = letter[:body][/key=(\S+)/, 1]
    send_json(:post, "/auth/reset-password", { key:, password: "spring tide again" })

    assert_predicate last_response, :ok?
    sign_in("isolde@marrow.example", "spring tide again")

    assert_predicate last_response, :ok?
    send_json(:post, "/auth/reset-password", { key:, password: "and once more" })

    assert_includes 400..499, last_response.status
  end

  def test_asking_for_a_letter_never_tells_who_has_an_account
    known = send_json(:post, "/auth/reset-password-request", { email: "isolde@marrow.example" })
    known_status = last_response.status
    unknown = send_json(:post, "/auth/reset-password-request", { email: "nobody@marrow.example" })

    assert_equal [known_status, known], [last_response.status, unknown]
  end

  def test_a_request_without_our_token_or_from_elsewhere_is_refused
    put("/api/reports/#{SecureRandom.uuid}", "{}", { "CONTENT_TYPE" => "application/json" })

    assert_equal [403, "stale_page"], [last_response.status, answer["code"]]
    send_json(
      :post,
      "/auth/login",
      { email: "isolde@marrow.example", password: PASSWORD },
      "HTTP_ORIGIN" => "http://elsewhere.example"
    )

    assert_equal 403, last_response.status
  end

  def test_floods_are_told_to_wait
    Rack::Attack.enabled = true
    statuses = Array.new(25) { put_report(Seeds.report) && last_response.status }

    assert_includes statuses, 429
    assert_equal "too_many", answer["code"]
    assert_operator db[:reports].count, :<=, 20
  ensure
    Api::Limits.set_up(enabled: false)
  end

  def test_production_refuses_the_demo_secret
    whole = {
      "VOUCHER_ENV" => "production",
      "DATABASE_URL" => "postgres:///x",
      "SESSION_SECRET" => "x" * 64,
      "BASE_URL" => "https://tags.example",
      "LETTER_SENDER" => "Marrow <letters@marrow.example>",
      "SMTP_URL" => "smtp://mail.example:25"
    }

    assert_predicate Config.from(whole), :production?
    (whole.keys - ["VOUCHER_ENV"]).each do |name|
      answer = assert_raises(RuntimeError) { Config.from(whole.except(name)) }.message

      assert_includes answer, name, "says what is missing"
    end
    assert_raises(RuntimeError) { Config.from(whole.merge("SESSION_SECRET" => "short")) }
  end
end
