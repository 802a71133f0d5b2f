# frozen_string_literal: true

require_relative "../support/api_case"
require_relative "../support/fuzz"

# Every operation of the contract, asked by everybody who could ask: nobody gets more than the
# contract gives them.
class RolesTest < ApiCase
  # Another session each time, or the end of it.
  LEFT_OUT = %r{\A/auth/|\A/api/(session|readiness|health|me/(forget|confirmation|sessions))}
  ROUNDS = 2
  # Parts of answers that differ each time.
  SAID =
    /"[^"]*_at":"[^"]*"|"now":"[^"]*"|"seeds":\[[^\]]*\]|"(took_ms|id)":\d+|[0-9a-f-]{36}/

  def setup
    super
    config = ApiCase.config.dup.tap { |strict| strict.second_factor = "required" }
    @app = Application.build(config:, db:, files: ApiCase.files, pictures: ApiCase.pictures)
    @lax = Application.build(config: ApiCase.config, db:, files: ApiCase.files,
      pictures: ApiCase.pictures)
    Seeds.member(db, "Wren Castellan", email: "wren@marrow.example", password: PASSWORD)
    @key = Acts::KeepReadingKeys.make(Acts::Context.new(store:, member: @hamish), name: "Mirror")
    @trip = Seeds.trip(db, @isolde)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
      id: @encounter = SecureRandom.uuid, sent: Seeds.encounter(@trip)
    )
    put_report(Seeds.report(number_as_read: "MS00000?"), id: @report = SecureRandom.uuid)
  end

  # Asked each time which it is.
  def app
    usual = super
    ->(env) { (@app || usual).call(env) }
  end

  def ids
    {
      "id" => [@trip, @encounter, @report, @isolde[:id]], "trip_id" => [@trip],
      "member_id" => [@isolde[:id]], "story_key" => [db[:fish].get(:story_key)],
      "tag_number" => ["MS000001"], "number" => ["MS000001"], "species_code" => ["seabass"],
      "spot_code" => ["cutter_ledge"], "on" => [Seeds::NOW.to_date.iso8601], "code" => ["seabass"],
      "kind" => ["welcome"], "topic" => %w[movement handling]
    }
  end

  def document = ApiCase.contract.document

  def requests
    @requests ||= begin
      fuzz = Fuzz.new(document, seed: 29, ids:)
      Array.new(fuzz.operations * ROUNDS) { |index| fuzz.request(index) }
        .reject { |asked| asked[:path].match?(LEFT_OUT) || asked[:path].match?(/[^[:ascii:]]/) }
    end
  end

  def operation(asked)
    result = ApiCase.contract.operation(asked[:verb].upcase, asked[:path].split("?").first)
    result unless result.is_a?(Symbol)
  end

  # Each leaves nothing behind. Returns [status, code of the refusal, body].
  def answer_to(asked, key: nil)
    db.transaction(savepoint: true, rollback: :always) do
      token = key ? nil : JSON.parse(get("/api/session").body).fetch("csrf_token")
      headers = { "CONTENT_TYPE" => asked[:type], "HTTP_X_CSRF_TOKEN" => token,
                  :input => asked[:body].to_s, "HTTP_AUTHORIZATION" => key && "Bearer #{key}" }
      custom_request(asked[:verb].upcase, asked[:path], {}, headers.compact)
    end
    [last_response.status, code, shown]
  rescue URI::InvalidURIError
    nil
  end

  def code = last_response.body[/\A\{"code":"(\w+)"/, 1]

  def shown
    return nil unless last_response.content_type.to_s.start_with?("application/json")

    last_response.ok? ? last_response.body.gsub(SAID, "") : nil
  end

  # { who => [[operation, path, status, code, body], ...] }
  def answers
    @answers ||= {
      none: as(nil), key: as(nil, key: @key), tagger: as("isolde@marrow.example"),
      other: as("wren@marrow.example"), lacking: as("hamish@marrow.example"),
      lowered: lowered { as("hamish@marrow.example") },
      fresh: lax { as("hamish@marrow.example") },
      stale: lax { as("hamish@marrow.example", later: Api::Base::CONFIRMED_SECONDS + 60) }
    }
  end

  def as(email, key: nil, later: 0)
    clear_cookies
    sign_in(email) if email
    Time.stub(:now, Time.now + later) do
      requests.filter_map do |asked|
        result = operation(asked)
        answer = result && answer_to(asked, key:)
        [result, asked[:path], *answer] if answer
      end
    end
  end

  def lowered
    db[:members].where(id: @hamish[:id]).update(role: "tagger")
    yield
  ensure
    db[:members].where(id: @hamish[:id]).update(role: "coordinator")
  end

  def lax
    strict, @app = @app, @lax
    yield
  ensure
    @app = strict
  end

  COORDINATORS = ->(operation) { operation.role == "coordinator" }
  # { who => [operations that they never get, codes that the others never have] }
  EXPECTED = {
    none: [->(operation) { !operation.open? }, []],
    key: [->(operation) { !operation.open? && !operation.for_keys? }, %w[signed_out]],
    tagger: [COORDINATORS, %w[signed_out not_for_keys confirm_first]],
    other: [COORDINATORS, %w[signed_out not_for_keys confirm_first]],
    lacking: [COORDINATORS, %w[signed_out not_for_keys confirm_first]],
    stale: [lambda(&:fresh?), %w[signed_out coordinators_only second_factor_needed]],
    fresh: [->(_) { false },
      %w[signed_out coordinators_only second_factor_needed confirm_first]]
  }.freeze

  # Both look at the same answers, which take a while.
  def test_who_may_do_what
    nobody_gets_more_than_the_contract_gives
    without_the_factor_a_coordinator_is_answered_as_a_tagger
  end

  def nobody_gets_more_than_the_contract_gives
    EXPECTED.each do |account, (kept_from, never)|
      answers.fetch(account).each do |operation, path, status, code, _|
        if kept_from.call(operation)
          assert_includes 400..499, status, "#{account}: #{operation.id} #{path}"
        else
          refute_includes never, code, "#{account}: #{operation.id} #{path}"
        end
      end
    end
    got = answers[:fresh].select do |_, _, status, _, _|
      status == 200
    end.map { |row| row[0] }.uniq(&:id)

    assert_operator got.count(&COORDINATORS), :>=, 15, "too little was tried"
    confirm = answers[:stale].select { |_, _, _, code, _| code == "confirm_first" }

    # Others are drawn at random, and may be refused for their shape first; this one has none.
    assert_includes confirm.map { |row| row[0].id }, "endLettersHold"
  end

  def without_the_factor_a_coordinator_is_answered_as_a_tagger
    different = answers[:lacking].zip(answers[:lowered])
      # A private address is another one each time.
      .reject { |asked, _| asked[0].id == "shareCalendar" }
      .reject do |(_, _, status, _, body), (_, _, other, _, other_body)|
        [status,
          body] == [other, other_body]
      end
      .map { |asked, other| "#{asked[0].id} #{asked[1..]} but #{other[2..]}"[0, 400] }

    assert_empty different
  end

  # Whose things they are is asked by each act.
  def test_things_of_another_tagger_are_not_found
    trip = "/api/trips/#{@trip}"
    asked = [
      [:get, "#{trip}/dockside"], [:get, "#{trip}/card.pdf"], [:get, "#{trip}/crew.svg"],
      [:get, "/api/encounters/#{@encounter}/remembrance.pdf"],
      [:put, "#{trip}/effort", { fished_hours: 3, rods: 1 }], [:post, "#{trip}/submit"],
      [:post, "#{trip}/placing"], [:delete, trip]
    ]
    statuses = %w[wren@marrow.example isolde@marrow.example].map do |address|
      sign_in(address)
      asked.map do |verb, path, body|
        verb == :get ? get(path) : send_json(verb, path, body || {})
        last_response.status
      end
    end

    assert_equal [404] * asked.size, statuses[0]
    assert_operator statuses[1].count(200), :>=, 5, "too little was tried"
  end

  # A session that was left open: the password is asked for again, and counts for ten minutes.
  def test_a_session_left_open_gives_no_keys_and_no_exact_places
    @app = @lax
    sign_in("hamish@marrow.example")
    exact = { format: "csv", licence: "CC0-1.0", exact: true, receiver: "A university" }
    later = Time.now + Api::Base::CONFIRMED_SECONDS + 60
    Time.stub(:now, later) do
      [["/api/keys", { name: "Mirror" }], ["/api/exports", exact]].each do |path, body|
        send_json(:post, path, body)

        assert_equal [403, "confirm_first"], [last_response.status, code], path
      end
      send_json(:post, "/api/me/confirmation", { password: "not the one" })

      assert_equal 422, last_response.status
      send_json(:post, "/api/keys", { name: "Mirror" })

      assert_equal 403, last_response.status
      send_json(:post, "/api/me/confirmation", { password: PASSWORD })
      send_json(:post, "/api/keys", { name: "Mirror" })

      assert_predicate last_response, :ok?
    end
  end

  def test_what_a_coordinator_does_to_another_is_told_to_both
    @app = @lax
    corin = Seeds.member(db, "Corin", role: "coordinator", email: "corin@marrow.example")
    sign_in("hamish@marrow.example")
    send_json(:put, "/api/members/#{corin[:id]}/address", { email: "new@marrow.example" })

    assert_predicate last_response, :ok?
    answer = db[:letters].where(subject: "A coordinator's account was changed")

    assert_equal %w[corin@marrow.example hamish@marrow.example],
      answer.select_order_map(:recipient)
  end
end
