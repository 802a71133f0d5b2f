# frozen_string_literal: true

require_relative "../support/api_case"

# The open door: the front page, joining, notices, meets, orders.
class DoorTest < ApiCase
  def setup
    super
    store.programme.keep(store.programme.find.to_h.slice(:name, :sender, :contact, :time_zone)
      .merge(join_question: "Which island?", join_answer: "Great Marrow"))
  end

  def application(**changes)
    {
      kind: "adult", name: "Wren Tolley", email: "wren@marrow.example", phone: nil, message: nil,
      family: [], guardian_name: nil, guardian_email: nil, promised: true,
      answer: "great marrow", **changes
    }
  end

  def ask_to_join(id: SecureRandom.uuid, **changes)
    send_json(:put, "/api/join/#{id}", application(**changes))
    id
  end

  def decide(id, verdict, **more)
    send_json(:post, "/api/applications/#{id}/decision", { verdict:, **more })
    answer
  end

  def coordinator = sign_in("hamish@marrow.example")

  # What there is on the shelves is nobody's business.
  def test_who_wants_to_join_reads_what_a_kit_holds_and_no_more
    [["needle", "spare needle", 2], ["mug", "mug", 0]].each do |code, name, in_kit|
      db[:stock_items].insert(code:, name:, reorder_at: 5, in_kit:)
    end

    assert_equal [{ "name" => "spare needle", "count" => 2 }], ask("/api/join")["kit"]
  end

  def test_an_adult_is_accepted_and_becomes_a_member_with_a_year_and_a_fee
    id = ask_to_join
    ask_to_join(id:)

    assert_equal ["waiting", 1], [answer["state"], db[:applications].count]
    coordinator

    assert_includes ask("/api/office/today")["items"].map { |item| item["key"] }, "applications"
    decide(id, "accepted", fee: "due", fee_due_on: "2027-01-31")
    member = db[:members].where(name: "Wren Tolley").first

    assert_equal ["due", Date.new(2027, 1, 31), false],
      member.values_at(:fee, :fee_due_on, :is_junior)
    assert_operator member[:renew_on], :>, Date.today + 300
    assert_equal %w[joining], db[:letters].where(recipient: "wren@marrow.example").select_map(:kind)
    assert_equal 409, decide(id, "declined", words: "too late") && last_response.status
  end

  def test_a_question_and_a_no_go_out_by_letter_and_need_words
    asked, declined = ask_to_join, ask_to_join(email: "other@marrow.example")
    coordinator

    assert_equal 422, decide(asked, "asked") && last_response.status
    decide(asked, "asked", words: "Have you fished before?")
    decide(declined, "declined", words: "We are full this year.")

    assert_equal(["asked"], answer["applications"].map { |application| application["state"] })
    assert_match(/We are full this year/,
      db[:letters].where(recipient: "other@marrow.example").get(:body))
  end

  # A junior without consent can neither tag nor be shown.
  def test_a_junior_waits_for_the_guardian
    id = ask_to_join(kind: "junior", guardian_name: "Ada Tolley",
      guardian_email: "ada@marrow.example")
    key = db[:letters].where(recipient: "ada@marrow.example").get(:body)[%r{consent/([\w-]+)}, 1]
    coordinator

    assert_equal 409, decide(id, "accepted", fee: "waived") && last_response.status
    clear_cookies

    assert_equal([200, false], [ask("/api/join/consent/#{key}"), answer].last
      .then { |consent| [last_response.status, consent["consented"]] })
    send_json(:put, "/api/join/consent/#{key}", { consents: true })
    coordinator
    decide(id, "accepted", fee: "waived")
    junior = store.members.find(db[:members].where(name: "Wren Tolley").get(:id))

    refute_predicate junior, :consent_missing?
    without = junior.with(guardian_consented_at: nil, permit_number: "MSC-9",
      permit_expires_on: Date.today + 100, trained: %w[tagging])

    assert_equal :stop, Core::Trips::Authorisation.check(member: without, on: Date.today).verdict
    assert_raises(Core::Forbidden) do
      Acts::ShowName.call(Acts::Context.new(store:, member: without), name: "Wren")
    end
  end

  def test_a_family_comes_in_by_one_application
    id = ask_to_join(kind: "family", family: [{ name: "Tam Tolley", is_junior: true },
      { name: "Edda Tolley", is_junior: false }])
    coordinator
    decide(id, "accepted", fee: "paid")

    assert_equal [["Edda Tolley", false], ["Tam Tolley", true], ["Wren Tolley", false]],
      db[:members].where(Sequel.like(:name, "% Tolley")).order(:name).select_map(%i[name is_junior])
  end

  # 200 in a minute without the answer leave the desk empty.
  def test_robots_stay_outside
    200.times { ask_to_join(answer: "42", email: "robot#{rand(1e6)}@marrow.example") }

    assert_equal [422, 0], [last_response.status, db[:applications].count]
    ask_to_join(promised: false)

    assert_equal 422, last_response.status
    4.times { ask_to_join }

    assert_equal [422, 3], [last_response.status, db[:applications].count]
  end

  def test_a_notice_stands_on_ready_and_on_the_deck_until_it_is_taken_back
    Seeds.trip(db, @isolde, held_on: Date.today)
    coordinator
    id = SecureRandom.uuid
    notice = { kind: "safety", title: "Thunder from noon", words: "Off the water by eleven.",
               water_code: nil, from_on: Date.today.iso8601, to_on: nil }
    send_json(:put, "/api/notices/#{id}", notice)

    assert_empty answer["notices"].first["readers"]
    sign_in

    assert_equal(["Thunder from noon"], ask("/api/deck?on=#{Date.today}")["notices"]
      .map { |shown| shown["title"] })
    send_json(:put, "/api/notices/#{id}/receipt")

    assert answer["notices"].first["read"]
    coordinator

    assert_equal ["Isolde Brannock"], ask("/api/notices/all")["notices"].first["readers"]
    send_json(:post, "/api/notices/#{id}/withdrawal")
    sign_in

    assert_empty ask("/api/deck?on=#{Date.today}")["notices"]
    assert_empty ask("/api/notices")["notices"]
  end

  def meet(crews)
    coordinator
    plan = ask("/api/ready?on=#{Date.today}")["plan"]
    id = SecureRandom.uuid
    send_json(:put, "/api/meets/#{id}", {
      name: "Autumn meet", held_on: Date.today.iso8601, plan:, is_open: true, note: nil,
      crews: crews.map { |member, crew| { member_id: member[:id], crew: } }
    })

    assert_predicate last_response, :ok?, last_response.body
    id
  end

  # Planned once for all, and closed for heat: every card says so.
  def test_a_meet_gives_everybody_a_trip_and_closes_on_every_card
    id = meet(@isolde => "Gannet", @hamish => "Tern")

    assert_equal 2, db[:trips].where(held_on: Date.today).count
    send_json(:post, "/api/meets/#{id}/closing", { because: "The water is at 23 °C." })

    assert_equal({ "within_air" => nil, "complete" => nil }, answer["care"])
    [@isolde, @hamish].each do |member|
      sign_in(member == @isolde ? "isolde@marrow.example" : "hamish@marrow.example")

      assert_equal "The water is at 23 °C.",
        ask("/api/deck?on=#{Date.today}").dig("meet", "closed_because")
    end
    sign_in
    board = ask("/api/meets/#{id}/board")

    assert_equal(%w[Gannet Tern], board["crews"].map { |crew| crew["crew"] })
    refute_match(/fish"|count|released/, JSON.generate(board))
    get("/meets.ics")

    refute_match(/Autumn meet/, last_response.body)
  end

  def test_an_open_meet_stands_in_the_calendar_by_its_water_alone
    meet(@isolde => "Gannet")
    get("/meets.ics")

    assert_match(/SUMMARY:Autumn meet/, last_response.body)
    refute_match(/Cutter Ledge|GEO:/, last_response.body)
  end

  def stock(left: 5)
    coordinator
    send_json(:put, "/api/stock/needle", { name: "spare needle", reorder_at: 2, in_kit: 2 })
    send_json(:post, "/api/stock/needle/moves", { count: left, reason: "counted", note: nil })
  end

  def test_an_order_leaves_the_shelf_once_and_reaches_the_members_kit
    stock
    sign_in
    id = SecureRandom.uuid
    send_json(:put, "/api/orders/#{id}", { kit: true })

    assert_equal({ "needle" => 2 }, answer["orders"].first["items"])
    coordinator
    get("/api/stock/picking.pdf")
    paper = PdfText.of(last_response.body)

    assert_match(/2 × spare needle.*Isolde Brannock.*2 × spare needle/m, paper)
    2.times { send_json(:post, "/api/orders/#{id}/posting") }

    assert_equal [409, 3], [last_response.status, ask("/api/stock")["items"].first["left"]]
    assert_equal([{ item: "needle", count: 2 }],
      store.kit.held(@isolde[:id]).map { |held| held.slice(:item, :count) })
    sign_in
    send_json(:post, "/api/orders/#{id}/state", { state: "received" })

    assert_equal "received", answer["orders"].first["state"]
  end

  def test_a_name_that_is_withdrawn_is_gone_at_once_and_ends_by_itself
    sign_in
    send_json(:put, "/api/me/public-name", { public_name: "Isolde B.",
                                             public_name_until: Date.today.iso8601 })

    assert_equal "Isolde B.", store.members.find(@isolde[:id]).public_name
    Acts::SeeToMembers.call(Acts::Context.new(store:, now: Time.now + (2 * 86_400)))

    assert_nil store.members.find(@isolde[:id]).public_name
  end
end
