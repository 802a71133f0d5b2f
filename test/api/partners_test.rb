# frozen_string_literal: true

require_relative "../support/api_case"

# Two programmes, each with its own database: a report of the other one's tag goes there once,
# whatever is lost on the way, and the answer comes back to its finder.
class PartnersTest < ApiCase
  # The line to an application of this process. Loses requests and answers by a seed.
  class Line < Devices::PartnerLine
    attr_reader :app, :seen
    attr_writer :lost

    def initialize(app)
      super()
      @app, @random, @lost, @seen = app, Random.new(7), 0.0, []
    end

    private

    def read(uri, request)
      lose
      env = Rack::MockRequest.env_for(
        uri.to_s, method: request.method, input: request.body.to_s,
        "CONTENT_TYPE" => "application/json", "HTTP_AUTHORIZATION" => request["authorization"],
        "HTTP_X_SIGNED_AT" => request["x-signed-at"], "HTTP_X_SIGNATURE" => request["x-signature"]
      )
      status, _, body = @app.call(env)
      @seen << [status, env]
      lose
      raise Devices::PartnerLine::Failed, "It answered #{status}." unless status == 200

      JSON.parse(body.to_enum(:each).to_a.join, symbolize_names: true)
    end

    def lose
      raise Devices::PartnerLine::Failed, "The line broke." if @random.rand < @lost
    end
  end

  FISH = 24

  def setup
    super
    @theirs = TestDatabase.fresh("voucher_partner", catalogue: true)
    fill(Store::Gateway.new(@theirs))
    @line = Line.new(
      Application.build(config: ApiCase.config, db: @theirs, files: ApiCase.files,
        pictures: ApiCase.pictures)
    )
    Acts::HandOverJob.line = @line
    sign_in("hamish@marrow.example")
    send_json(:post, "/api/me/confirmation", { password: PASSWORD })
    @partners = send_json(:post, "/api/partners", {
      name: "Hallow Bank", address: "https://hallow.example/", send_key: @key
    })["partners"]
  end

  def teardown
    super
    @theirs&.disconnect
  end

  # Fish of the other programme, with a key for us.
  def fill(store)
    wren = Seeds.member(@theirs, "Wren Castellan", email: "wren@hallow.example")
    Seeds.pouch(@theirs, wren, count: FISH, first: 101)
    trip = Seeds.trip(@theirs, wren)
    context = Acts::Context.new(store:, member: wren_member(store, wren), now: Seeds::NOW)
    FISH.times do |index|
      Acts::RecordEncounter.call(
        context, id: SecureRandom.uuid,
        sent: Seeds.encounter(trip, number: number(index), tag_numbers: [number(index)],
          start: Seeds::NOW - (86_400 * 60) - (index * 900))
      )
    end
    @key = Acts::KeepReadingKeys.make(context, name: "Marrow Sound", may: "hand_in")
  end

  def wren_member(store, row) = store.members.find(row[:id])
  def number(index) = format("MS%06d", 101 + index)

  # A report that a coordinator gives to the other programme.
  def give(index = 0, consent: true, **changes)
    id = SecureRandom.uuid
    send_json(:put, "/api/reports/#{id}", Seeds.report(
      number_as_read: number(index), caught_on: Seeds::NOW.to_date, place: nil,
      may_pass_on: consent, finder_name: "Nerys Quill",
      finder_contact: "nerys#{index}@quill.example", **changes
    ))
    send_json(:post, "/api/reports/#{id}/decision",
      { verdict: "other_programme", reason: "Their mark.", seen: 0, programme: "hallow bank" })
    id
  end

  def hand_over(id)
    Acts::StoredJob.store = store
    Acts::HandOver.call(store, id, line: @line)
  rescue Devices::PartnerLine::Failed
    nil
  end

  def test_a_report_goes_without_its_finder_and_the_answer_comes_back
    id = give
    answer = hand_over(id)

    assert_equal ["matched", 60], [answer.state, answer.days]
    theirs = @theirs[:reports].first(id:)

    assert_equal ["Marrow Sound", nil, nil],
      theirs.values_at(:finder_name, :finder_contact, :finder_phone)
    refute_match(/Nerys|nerys/, @line.seen.first.last["rack.input"].tap(&:rewind).read)
    key = db[:reports].where(id:).get(:report_key)
    get("/api/reports/#{id}", {}, "HTTP_X_REPORT_KEY" => key)
    partner = self.answer.fetch("partner")

    assert_match(/Hallow Bank answered: .*60 days at liberty/, partner["sentence"])
    assert_match(%r{\Ahttps://hallow.example/story/}, partner["story"])
    assert_includes db[:letters].where(kind: "answer_to_finder").get(:body), "60 days at liberty"
    assert_match(/answered/, ask("/api/foreign-tags")["tags"].first["handed"])
    assert_equal [1, 1], ask("/api/partners")["partners"].first.values_at("handed_over", "answered")
  end

  def test_nothing_goes_without_consent_or_after_it_was_taken_back
    id = give(consent: false)

    assert_nil hand_over(id)
    other = give(1)
    db[:reports].where(id: other).update(may_pass_on: false)

    assert_nil hand_over(other)
    assert_empty @line.seen
    assert_equal 0, @theirs[:reports].count
  end

  def test_on_a_bad_line_each_report_arrives_once_and_is_answered
    ids = Array.new(FISH) { |index| give(index) }
    @line.lost = 0.4
    answers = {}
    40.times { ids.each { |id| answers[id] ||= hand_over(id) } }

    assert_equal ids.sort, @theirs[:reports].select_order_map(:id)
    assert_equal FISH, @theirs[:matches].count
    assert(answers.values.all? { |answer| answer.state == "matched" })
    assert_equal FISH, db[:letters].where(kind: "answer_to_finder").count
    assert_operator @line.seen.size, :>, FISH
  end

  # Who asks without the key, with another one, too late, or for another's report learns nothing.
  def test_only_a_fresh_signature_over_just_this_opens_the_way_in
    id = give
    hand_over(id)
    env = @line.seen.last.last.dup

    {
      "HTTP_AUTHORIZATION" => "Bearer vk_#{'x' * 32}", "HTTP_X_SIGNATURE" => "0" * 64,
      "HTTP_X_SIGNED_AT" => (Time.now.to_i - 5).to_s
    }.each do |header, forged|
      assert_equal 401, again({ **env, header => forged }), header
    end
    changed = env["rack.input"].tap(&:rewind).read.sub("MS000101", "MS000102")

    assert_equal 401, again({ **env, "rack.input" => StringIO.new(changed) })
    old = Time.now.to_i - 1000
    signature = Core::Exchange::Signature.of(
      digest: Digest::SHA256.hexdigest(@key), verb: "GET", path: env["PATH_INFO"], body: "", at: old
    )

    assert_equal 401, again({
      **env, "REQUEST_METHOD" => "GET", "rack.input" => StringIO.new, "CONTENT_LENGTH" => "0",
             "HTTP_X_SIGNED_AT" => old.to_s, "HTTP_X_SIGNATURE" => signature
    })
  end

  # Once more, as somebody on the way could send it.
  def again(env)
    env["rack.input"]&.rewind
    @line.app.call(env).first
  end

  def test_a_key_for_handing_in_reads_nothing_and_reads_no_report_of_others
    own = SecureRandom.uuid
    @theirs[:reports].insert(
      id: own, number_as_read: "MS000101", report_key: "k" * 22, fingerprint: "f" * 64,
      fate: "released", caught_on: Date.today, state: "waiting", waiting_reason: "asked",
      numbers: Sequel.pg_array(["MS000101"], :text), sent_at: Time.now
    )
    partner = Store::Gateway.new(db).partners.named("Hallow Bank")

    assert_raises(Devices::PartnerLine::Failed) do
      @line.call(partner, verb: "GET", path: "/api/handed-in/#{own}")
    end
    assert_equal 404, @line.seen.last.first
    env = { "HTTP_AUTHORIZATION" => "Bearer #{@key}" }

    assert_equal 401, again(Rack::MockRequest.env_for("https://hallow.example/api/catches", env))
  end

  def test_what_the_other_side_answers_is_not_believed_blindly
    [{ state: "matched", days: "many" }, { state: "won" }, { state: "matched", story: "//evil" },
      { state: "matched", species: "x" * 500 }, { state: "matched", km: -3 }].each do |answer|
        assert_raises(Core::InvalidInput, answer.inspect) do
          Core::Recaptures::PartnerAnswer.read(answer)
        end
      end
  end

  def test_an_address_without_a_secret_line_is_refused
    %w[http://hallow.example ftp://hallow.example https://u:p@hallow.example
      nowhere].each do |address|
        answer = send_json(:post, "/api/partners",
          { name: "Other Bank", address:, send_key: @key })

        assert_equal 422, last_response.status, address
        assert_match(/address/, answer["message"])
      end
    number = @partners.first["id"]
    send_json(:delete, "/api/partners/#{number}")

    assert_empty ask("/api/partners")["partners"]
  end
end
