# frozen_string_literal: true

require_relative "../support/water_case"

# Answers that are kept, and worked out anew where somebody can look on.
class RecomputeTest < WaterCase
  # The last answer stands at once, with its date; a job makes the new one.
  def test_an_answer_is_kept_and_made_anew_when_records_change
    release(tags[0], days: 40)
    sign_in
    first = water("movement")

    refute first["stale"]
    assert_equal first["made_at"], water("movement")["made_at"]
    release(tags[1], days: 40)
    stale = water("movement")

    assert_equal [true, 1], [stale["stale"], answer_of(stale, "reach")["n"]]
    water("movement")

    assert_equal 1, db[:que_jobs].where(job_class: "Acts::WaterJob").count, "one is enough"
    run_water_jobs
    fresh = water("movement")

    assert_equal [false, 2], [fresh["stale"], answer_of(fresh, "reach")["n"]]
  end

  # Stopped between two parts, the last answer stands; it begins again when somebody asks.
  def test_working_out_anew_is_seen_and_stopped
    release(tags[0], days: 40)
    sign_in
    water("movement")
    send_json(:post, "/api/water/movement/recompute")

    assert_equal [409, "nothing_changed"], [last_response.status, answer["code"]]
    release(tags[1], days: 40)
    reply = water("movement")["recompute"]

    assert_equal [0, 2, false, true],
      reply.values_at("parts_done", "parts", "stopped", "may_stop")
    sign_in("corin@marrow.example")
    send_json(:delete, "/api/water/movement/recompute")

    assert_predicate last_response, :ok?
    send_json(:delete, "/api/water/movement/recompute")

    assert_equal [404, "not_running"], [last_response.status, answer["code"]]
    run_water_jobs
    stale = water("movement")

    assert_equal [true, 1, true],
      [stale["stale"], answer_of(stale, "reach")["n"], stale.dig("recompute", "stopped")]
    assert_equal 0, run_water_jobs, "what was stopped does not begin by itself"
    send_json(:post, "/api/water/movement/recompute")
    send_json(:post, "/api/water/movement/recompute")

    assert_equal 1, run_water_jobs, "two who ask at once have one job"
    fresh = water("movement")

    assert_equal [false, 2, nil],
      [fresh["stale"], answer_of(fresh, "reach")["n"], fresh["recompute"]]
  end

  def test_it_is_stopped_by_who_began_it_and_stops_between_two_parts
    release(tags[0], days: 40)
    sign_in
    water("movement")
    release(tags[1], days: 40)
    water("movement")
    id = db[:water_recomputes].get(:id)
    parts = 0
    Acts::WatchedRecompute.run(store, id) do |watch|
      3.times do
        watch.part do
          parts += 1
          send_json(:delete, "/api/water/movement/recompute") if parts == 2
        end
      end
    end

    assert_equal 2, parts
    assert_equal [1, nil], db[:water_recomputes].where(id:).get(%i[parts_done finished_at])
  end
end
