# frozen_string_literal: true

require_relative "../support/api_case"

class DeskApiTest < ApiCase
  def setup
    super
    @trip = Seeds.trip(db, @isolde)
    [1, 2].each do |index|
      put_as(
        @isolde,
        Seeds.encounter(
          @trip,
          number: "MS00000#{index}",
          start: Seeds::NOW - (86_400 * 30) - (index * 3600)
        )
      )
    end
    put_report(
      Seeds.report(
        number_as_read: "MS00000?",
        finder_contact: "edda@finders.example",
        place: {
          lat_deg: 48.63,
          lon_deg: -21.45
        }
      ),
      id: @report = SecureRandom.uuid
    )
    sign_in("hamish@marrow.example")
  end

  def put_as(member, sent)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member:, now: Seeds::NOW),
      id: SecureRandom.uuid,
      sent:
    )
  end

  def desk = ask("/api/reports/#{@report}/desk")

  def decide(verdict, seen: 0, **more)
    send_json(
      :post,
      "/api/reports/#{@report}/decision",
      {
        verdict:,
        reason: "Looked at the photo.",
        seen:,
        **(verdict == "accepted" ? { second_look: true } : {}),
        **more
      }
    )
  end

  def test_a_worn_number_stands_beside_its_candidates_with_reasons
    assert_equal([@report], ask("/api/desk")["reports"].map { |report| report["id"] })
    result = desk

    assert_equal %w[MS000001 MS000002], result["ranked"].first(2).map { |entry|
      entry["number"]
    }.sort
    assert_equal(
      ["issued to Isolde Brannock, not reported as used yet"],
      result["ranked"].drop(2).map { |entry| entry["terms"][1]["words"] }.uniq
    )
    assert_operator result["ranked"].sum { |entry| entry["share"] }, :<=, 1.0
    refute result["none_likely"]
    assert_equal "perhaps", Core::Recaptures::Likelihood.words(0.4)
    assert_equal(
      %w[number fate species length place],
      result["ranked"][0]["terms"].map { |term| term["name"] }
    )
  end

  def test_a_decision_matches_writes_letters_and_can_be_taken_back_with_its_history
    reply = decide("accepted", tag_number: "MS000002")

    assert_equal ["matched", ["accepted"]],
      [reply["report"]["state"], reply["decisions"].map { |decision| decision["verdict"] }]
    assert_equal %w[recapture_to_tagger thanks_to_finder],
      db[:letters].where(report_id: @report).select_order_map(:kind)
    assert_equal "decided", db[:matches].get(:how)
    decide("none_of_these", seen: 1)

    assert_equal [409, "not_so"], [last_response.status, answer["code"]]
    reply = decide("undone", seen: 1)

    assert_equal ["waiting", %w[accepted undone]],
      [reply["report"]["state"], reply["decisions"].map { |decision| decision["verdict"] }]
    assert_equal [1, 0], [db[:matches].count, db[:matches].where(undone_at: nil).count]
    assert_equal "set_aside", decide("none_of_these", seen: 2)["report"]["state"]
    assert_empty ask("/api/desk")["reports"]
    assert_equal 1, ask("/api/finds?state=set_aside")["total"]
  end

  def test_two_coordinators_never_decide_the_same_one_unknowingly
    decide("accepted", tag_number: "MS000001")
    decide("undone", seen: 1)
    decide("accepted", seen: 0, tag_number: "MS000002")

    assert_equal [409, "decided_meanwhile"], [last_response.status, answer["code"]]
    decide("accepted", seen: 2, tag_number: "MS000099")

    assert_equal [422, "no_such_fish"], [last_response.status, answer["code"]]
    assert_raises(Sequel::DatabaseError) do
      db.transaction(savepoint: true) { db[:decisions].update(reason: "changed") }
    end
  end

  def test_taggers_do_not_sit_at_the_desk
    sign_in
    ["/api/desk", "/api/reports/#{@report}/desk"].each do |path|
      get(path)

      assert_equal 403, last_response.status
    end
  end

  # Letters that look alike, a run, and an end that is sure are found by their patterns too.
  def test_readings_that_cannot_be_spelled_out_are_found_by_pattern
    {
      "MS*1" => %w[MS000001],
      "*02" => %w[MS000002],
      "M????0?2" => %w[MS000002],
      "MSOOOO01" => %w[MS000001]
    }.each do |read, numbers|
      put_report(Seeds.report(number_as_read: read), id: id = SecureRandom.uuid)

      assert_equal numbers,
        ask("/api/reports/#{id}/desk")["ranked"].first(1).map { |report| report["number"] },
        read
    end
  end

  def test_a_finder_who_asks_is_forgotten_and_the_catch_stays
    decide("accepted", tag_number: "MS000001")
    key = db[:reports].where(id: @report).get(:report_key)
    send_json(:put, "/api/reports/#{@report}/forget", {}, "HTTP_X_REPORT_KEY" => "wrong")

    assert_equal 404, last_response.status
    send_json(:put, "/api/reports/#{@report}/forget", {}, "HTTP_X_REPORT_KEY" => key)

    assert_predicate last_response, :ok?
    assert_equal [nil, nil, "matched"],
      db[:reports].where(id: @report).get(%i[finder_name finder_contact state])
    assert_equal [["forgotten", "", "withdrawn"]],
      db[:letters].where(kind: "thanks_to_finder").select_map(%i[recipient body state])
    refute_includes JSON.generate(db[:letters].all.map(&:to_s)), "edda@"
  end
end
