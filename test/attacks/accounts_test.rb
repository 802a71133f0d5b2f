# frozen_string_literal: true

require_relative "../support/api_case"
require "rotp"

# Somebody wants into an account, or to learn who has one.
class AccountsAttackTest < ApiCase
  def response_seen = [last_response.status, last_response.body]

  def test_a_second_letter_is_answered_like_the_first_and_like_nobodys
    answers =
      %w[
        isolde@marrow.example
        isolde@marrow.example
        nobody@marrow.example
        nobody@marrow.example
        nonsense
      ].map do |email|
        send_json(:post, "/auth/reset-password-request", { email: })
        run_jobs
        response_seen
      end

    assert_equal 1, answers.uniq.size, "the second one tells that the first was known"
    assert_equal 1, CARRIER.letters.size, "and only one letter goes"
  end

  def test_wrong_ninth_wrong_and_unknown_are_one_answer
    unknown = sign_in("nobody@marrow.example", "wrong words here") && response_seen
    tries =
      Array.new(ApiCase.config.max_failures + 2) do
        sign_in("isolde@marrow.example", "wrong words here") && response_seen
      end

    assert_equal [unknown], tries.uniq
    assert_equal unknown, sign_in && response_seen, "nor does the right one while the account rests"
  end

  # The work is the same, so the time is: each of the three checks one password.
  def test_each_refusal_costs_one_check_of_a_password
    checks = 0
    real = Argon2::Password.method(:verify_password)
    real_new = Argon2::Password.instance_method(:create)
    counting = ->(*arguments) { (checks += 1) && real.call(*arguments) }
    Argon2::Password.stub(:verify_password, counting) do
      sign_in("nobody@marrow.example", "wrong words here")
    end

    assert_equal 1, checks
    db[:account_lockouts].insert(id: @isolde[:account_id], key: "k", deadline: Time.now + 600)
    Argon2::Password.stub(:verify_password, counting) { sign_in }

    assert_equal 2, checks
    assert_respond_to real_new, :bind
  end

  def test_passwords_that_are_easy_to_guess
    sign_in
    [
      "1234567890", "0987654321", "aaaaaaaaaaaa", "abcdefghij", "isolde@marrow.example",
      "Isolde-Marrow", "marrowsound1",
      "password123456"[0, 10],
      "qwertyuiop",
      "12345678901234"
    ].each do |password|
      send_json(:post, "/auth/change-password", { password: PASSWORD, new_password: password })

      assert_equal 422, last_response.status, password
      assert_includes answer["fields"].keys, "new_password"
    end
    send_json(
      :post,
      "/auth/change-password",
      { password: PASSWORD, new_password: "three gulls on a wall" }
    )

    assert_predicate last_response, :ok?
  end

  def test_a_changed_password_is_told_by_letter_and_ends_the_other_devices
    sign_in
    other = Rack::Test::Session.new(app)
    other.get("/api/session")
    token = JSON.parse(other.last_response.body)["csrf_token"]
    other.post(
      "/auth/login",
      JSON.generate(email: "isolde@marrow.example", password: PASSWORD),
      { "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => token }
    )

    assert_equal 2, ask("/api/me/sessions")["sessions"].size
    send_json(
      :post,
      "/auth/change-password",
      { password: PASSWORD, new_password: "three gulls on a wall" }
    )
    run_jobs

    assert_includes CARRIER.letters.last[:subject], "password was changed"
    assert_equal([true], ask("/api/me/sessions")["sessions"].map { |session| session["current"] })
    other.get("/api/trips")

    assert_equal 401, other.last_response.status
  end

  def test_a_device_is_signed_out_from_another
    sign_in
    db[:account_active_session_keys].insert(
      account_id: @isolde[:account_id],
      session_id: "of another phone",
      address: "192.0.2.9",
      agent: "Phone"
    )
    number = ask("/api/me/sessions")["sessions"].find { |session| !session["current"] }["number"]
    send_json(:delete, "/api/me/sessions/#{number}")

    assert_equal 1, answer["sessions"].size
    send_json(:delete, "/api/me/sessions/#{number}")

    assert_equal 404, last_response.status
    assert_includes db[:security_events].select_map(:kind), "session_ended"
  end

  def test_a_new_address_is_confirmed_by_the_new_one_and_told_to_the_old_one
    sign_in
    send_json(:post, "/auth/change-login", { email: "isolde@elsewhere.example", password: "wrong" })

    assert_equal 401, last_response.status
    send_json(
      :post,
      "/auth/change-login",
      { email: "isolde@elsewhere.example", password: PASSWORD }
    )
    run_jobs

    assert_equal(["isolde@elsewhere.example"], CARRIER.letters.map { |letter| letter[:recipient] })
    assert_equal "isolde@marrow.example",
      store.members.email(@isolde[:id]),
      "nothing before the letter is answered"
    send_json(
      :post,
      "/auth/verify-login-change",
      { key: CARRIER.letters[0][:body][/key=(\S+)/, 1] }
    )
    run_jobs

    assert_equal "isolde@elsewhere.example", store.members.email(@isolde[:id])
    assert_equal ["isolde@marrow.example", "Your address was changed"],
      CARRIER.letters.last.values_at(:recipient, :subject)
  end

  def set_up_factor
    send_json(:post, "/auth/otp-setup", {})
    secrets = answer["details"].slice("otp_secret", "otp_raw_secret")
    @totp = ROTP::TOTP.new(secrets.fetch("otp_secret"))
    send_json(:post, "/auth/otp-setup", { **secrets, password: PASSWORD, code: @totp.now })
  end

  def test_a_second_factor_is_asked_for_and_a_code_on_paper_stands_in_once
    sign_in("hamish@marrow.example")
    set_up_factor

    assert_predicate last_response, :ok?, last_response.body
    assert_equal "given", ask("/api/session")["second_factor"]
    codes = send_json(:post, "/auth/recovery-codes", { password: PASSWORD })["codes"]

    assert_equal Api::Auth::SecondFactor::PAPER_CODES, codes.size
    send_json(:post, "/auth/logout")
    sign_in("hamish@marrow.example")

    assert_equal [nil, "asked"], ask("/api/session").values_at("member", "second_factor")
    ask("/api/members")

    assert_equal [401, "second_factor_asked"], [last_response.status, answer["code"]]
    send_json(:post, "/auth/otp-auth", { code: "000000" })

    assert_equal 401, last_response.status
    send_json(:post, "/auth/recovery-auth", { code: codes.first })

    assert_predicate last_response, :ok?
    assert_equal "Hamish Torvald", ask("/api/session").dig("member", "name")
    send_json(:post, "/auth/logout")
    sign_in("hamish@marrow.example")
    send_json(:post, "/auth/recovery-auth", { code: codes.first })

    refute_predicate last_response, :ok?, "a code on paper works once"
    db[:account_otp_keys].update(last_use: Time.now - 120)
    send_json(:post, "/auth/otp-auth", { code: @totp.now })

    assert_predicate last_response, :ok?
    assert_equal 200, ask("/api/members") && last_response.status
  end

  def test_where_it_is_required_a_coordinator_does_nothing_before_it_is_set_up
    config = ApiCase.config.dup.tap { |copy| copy.second_factor = "required" }
    strict = Application.build(config:, db:, files: ApiCase.files, pictures: ApiCase.pictures)
    @app = strict
    sign_in("hamish@marrow.example")

    assert_equal "needed", ask("/api/session")["second_factor"]
    ask("/api/members")

    assert_equal [403, "second_factor_needed"], [last_response.status, answer["code"]]
    set_up_factor
    ask("/api/members")

    assert_predicate last_response, :ok?
    sign_in_anew("isolde@marrow.example")

    assert_equal 200, ask("/api/trips") && last_response.status, "a tagger needs none"
  end

  def app = @app || super

  def sign_in_anew(email)
    clear_cookies
    sign_in(email)
  end

  def test_a_lost_second_factor_is_taken_off_by_a_coordinator_and_told
    sign_in
    set_up_factor
    sign_in_anew("hamish@marrow.example")
    send_json(:delete, "/api/members/#{@isolde[:id]}/second-factor")
    run_jobs

    assert_predicate last_response, :ok?
    assert_equal "isolde@marrow.example", CARRIER.letters.last[:recipient]
    assert_equal [0, 0],
      [db[:account_otp_keys].count, store.security.sessions(@isolde[:account_id]).size]
    send_json(:delete, "/api/members/#{@isolde[:id]}/second-factor")

    assert_equal 409, last_response.status
  end

  def test_a_secret_that_was_changed_still_opens_what_the_old_one_closed
    sign_in
    later =
      ApiCase.config.dup.tap do |copy|
        copy.session_secrets = ["n" * 64, ApiCase.config.session_secret]
      end
    @app = Application.build(config: later, db:, files: ApiCase.files, pictures: ApiCase.pictures)

    assert_equal "Isolde Brannock", ask("/api/session").dig("member", "name")
  end

  def test_sign_ins_are_written_down_and_shown_to_coordinators_alone
    sign_in("isolde@marrow.example", "wrong words here")
    sign_in("nobody@marrow.example", "wrong words here")
    sign_in
    ask("/api/security-events")

    assert_equal 403, last_response.status
    sign_in_anew("hamish@marrow.example")
    events = ask("/api/security-events")["events"]

    assert_equal(
      [
        ["Hamish Torvald", "signed_in"],
        ["Isolde Brannock", "signed_in"],
        [nil, "sign_in_failed"],
        ["Isolde Brannock", "sign_in_failed"]
      ],
      events.map { |event| event.values_at("who", "kind") }
    )
    assert_equal "127.0.0.1", events[0]["address"]
  end

  # A phone keeps its codes when the secret of the sessions changes, twice.
  def test_codes_by_time_outlive_the_secret_of_the_sessions
    sign_in
    set_up_factor
    old = ApiCase.config.session_secret
    [
      { session_secrets: ["n" * 64, old], authenticator_secret: old },
      { session_secrets: ["m" * 64, "n" * 64, old], authenticator_secret: old },
      { session_secrets: ["m" * 64], authenticator_secret: old }
    ].each do |secrets|
      config = ApiCase.config.dup.tap { |copy| secrets.each { |name, value| copy[name] = value } }
      @app = Application.build(config:, db:, files: ApiCase.files, pictures: ApiCase.pictures)
      if secrets[:session_secrets].include?(old)
        assert_equal "Isolde Brannock", ask("/api/session").dig("member", "name")
      end
      clear_cookies
      sign_in
      db[:account_otp_keys].update(last_use: Time.now - 120)
      send_json(:post, "/auth/otp-auth", { code: @totp.now })

      assert_equal "given", ask("/api/session")["second_factor"], secrets.inspect
    end
  end

  def test_an_inactive_member_has_no_account_and_old_sessions_do_not_revive
    sign_in
    member = { name: "Isolde Brannock", role: "tagger", public_name: nil, permit_number: nil,
               permit_expires_on: nil, trained: [], active: false }
    store.write { Acts::KeepMember.change(store:, by: @hamish, id: @isolde[:id], sent: member) }

    get("/api/trips")

    assert_equal 401, last_response.status
    clear_cookies
    sign_in

    assert_equal 401, last_response.status
    store.write do
      Acts::KeepMember.change(store:, by: @hamish, id: @isolde[:id],
        sent: { **member, active: true })
    end

    assert_empty store.security.sessions(@isolde[:account_id])
  end

  def test_runs_of_keys_and_ones_own_name_are_no_passwords
    near = ["isolde@marrow.example", "Marrow Sound", "Isolde Brannock"]

    %w[qwertyuiop12 1q2w3e4r5t!! IsoldeBrannock1 brannockisolde 98765432101
      asdfghjkl123].each do |word|
        refute_nil Api::Auth::Passwords.trouble(word, near:), word
      end
    ["correct horse tide", "Isolde likes nine grey herons", "qwertz am hohen Ufer"].each do |word|
      assert_nil Api::Auth::Passwords.trouble(word, near:), word
    end
  end

  # Whoever reports may type anybody's address.
  def test_an_address_that_finders_give_gets_few_letters_a_day
    trip = Seeds.trip(db, @isolde)
    Seeds.pouch(db, @isolde, count: 30, first: 200)
    30.times do |index|
      Acts::RecordEncounter.call(
        Acts::Context.new(store:, member: @isolde, now: Seeds::NOW), id: SecureRandom.uuid,
        sent: Seeds.encounter(trip, number: format("MS%06d", 200 + index),
          start: Seeds::NOW - (86_400 * 30))
      )
      put_report(Seeds.report(number_as_read: format("MS%06d", 200 + index),
        finder_contact: "third@elsewhere.example"))
    end
    run_jobs

    assert_equal Acts::WriteLetter::MOST_A_DAY,
      db[:letters].where(recipient: "third@elsewhere.example").count
    assert_equal 30, db[:reports].count
  end
end
