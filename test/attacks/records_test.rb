# frozen_string_literal: true

require_relative "../support/api_case"

# One bad record must not hold up the good ones beside it, whatever is in it.
class BadRecordsTest < ApiCase
  START = Time.at((Time.now - 3600).to_i).utc

  def setup
    super
    @trip_id = Seeds.trip(db, @isolde)
    sign_in
  end

  def good(number) = as_json(Seeds.encounter(@trip_id, number:, start: START))

  # The text of a batch of a good record, a bad one and a good one.
  def batch(bad_json, **frame)
    records = [good("MS000001"), :bad, good("MS000002")].map do |record|
      json = record == :bad ? bad_json : JSON.generate(record)
      %({"id":"#{SecureRandom.uuid}","encounter":#{json}})
    end
    %({#{frame.map do |key, value|
      "#{key.to_s.inspect}:#{value.inspect},"
    end.join}"encounters":[#{records.join(',')}]})
  end

  def with(change) = JSON.generate(good("MS000003").merge(as_json(change)))
  def at(text) = with(stages: [{ act: "fish_on", at: text }])

  BAD = {
    "a key that cannot be stored" =>
      ->(test) { test.with({}).sub("{", '{"a\u0000b":1,') },
    "such a key further in" =>
      ->(test) { test.with({}).sub('"stages":[{', '"stages":[{"a\u0000b":1,') },
    "a time without a day" => ->(test) { test.at("00:00:00Z") },
    "the year nought" => ->(test) { test.at("0000-01-01T00:00:00Z") },
    "a year far off" => ->(test) { test.at("9999-12-31T23:59:59Z") },
    "a number " \
      "beyond all numbers" => lambda { |test|
        test.with(water_temp_c: 1).sub('"water_temp_c":1', '"water_temp_c":1e999')
      },
    "half a surrogate" => ->(test) { test.with(note: "x").sub('"note":"x"', '"note":"\\ud800"') },
    "a NUL" => ->(test) { test.with(note: "\0") },
    "a list" => ->(_) { "[]" }, "nothing" => ->(_) { "null" }, "a number" => ->(_) { "7" },
    "a hundred " \
      "fields nobody knows" => ->(test) { test.with((0...100).to_h { |index| [:"a#{index}", 1] }) },
    "deep nesting" => ->(test) { test.with(reflexes: { a: { b: { c: { d: {} } } } }) }
  }.freeze

  def test_each_bad_record_is_held_with_its_reason_and_the_others_are_stored
    BAD.each do |name, make|
      TestDatabase.unit.transaction(savepoint: true, rollback: :always) do
        answer = send_json(:post, "/api/encounters/batch", batch(make.call(self)))

        assert_equal 200, last_response.status, "#{name}: #{last_response.body[0, 200]}"
        assert_equal %w[stored held stored], answer["answers"].map { |answer|
          answer["answer"]
        }, name
        assert_match(/ .+\.\z/, answer["answers"][1]["message"], "#{name} has no sentence")
        assert_equal 1, db[:held_encounters].count, "#{name} is kept on the server too"
      end
    end
  end

  def test_a_bug_in_one_record_is_its_own
    real = Acts::RecordEncounter.method(:call)
    calls = 0
    broken = lambda do |*place, **options|
      (calls += 1) == 2 ? raise(NoMethodError, "undefined method") : real.call(*place, **options)
    end
    answer = nil
    log = logged do
      Acts::RecordEncounter.stub(:call, broken) do
        answer = send_json(:post, "/api/encounters/batch", batch(with({})))
      end
    end

    assert_match(/NoMethodError: undefined method/, log)
    assert_equal(%w[stored held stored], answer["answers"].map { |answer| answer["answer"] })
    assert_equal "internal", answer["answers"][1]["code"]
    refute_includes last_response.body, "undefined method"
    assert_equal 2, db[:encounters].count
  end

  # What passes by itself is nobody's record's fault: nothing is held for it.
  def test_a_database_that_goes_down_in_the_middle_holds_nothing
    real = Acts::RecordEncounter.method(:call)
    calls = 0
    Acts::RecordEncounter.stub(
      :call,
      lambda do |*place, **options|
        if (calls += 1) == 2
          raise(Sequel::DatabaseConnectionError,
            "gone")
        else
          real.call(*place, **options)
        end
      end
    ) { send_json(:post, "/api/encounters/batch", batch(with({}))) }

    assert_equal [503, "database_down"], [last_response.status, answer["code"]]
    assert_equal [1, 0],
      [db[:encounters].count, db[:held_encounters].count],
      "what was stored stays, and is known when it comes again"
  end

  def test_a_phone_whose_clock_is_off_holds_nothing_up_and_is_doubted
    ahead = Time.now.utc + 7200
    sent = as_json(Seeds.encounter(@trip_id, start: ahead - 600))
    reply =
      send_json(
        :post,
        "/api/encounters/batch",
        { encounters: [{ id: SecureRandom.uuid, encounter: sent }] }
      )

    assert_equal "held", reply["answers"][0]["answer"], "a tap from the future, and nobody says why"
    reply =
      send_json(
        :post,
        "/api/encounters/batch",
        { sent_at: ahead.iso8601(3), encounters: [{ id: id = SecureRandom.uuid, encounter: sent }] }
      )

    assert_equal "stored", reply["answers"][0]["answer"]
    assert_in_delta 7200, db[:encounters].where(id:).get(:clock_ahead_seconds), 5
    doubts = ask("/api/trips/#{@trip_id}/dockside")["doubts"]

    assert_includes doubts.map { |doubt| doubt["code"] }, "clock_off"
    send_json(
      :post,
      "/api/encounters/batch",
      {
        sent_at: (Time.now.utc - 7200).iso8601,
        encounters: [{ id: SecureRandom.uuid, encounter: good("MS000002") }]
      }
    )

    assert_equal "stored", answer["answers"][0]["answer"], "nor does a clock that is behind"
  end

  def test_a_clock_of_another_year_is_no_excuse
    later = Time.now.utc + (86_400 * 365)
    answer =
      send_json(
        :post,
        "/api/encounters/batch",
        {
          sent_at: later.iso8601,
          encounters: [
            {
              id: SecureRandom.uuid,
              encounter: as_json(Seeds.encounter(@trip_id, start: later - 600))
            }
          ]
        }
      )

    assert_equal %w[held in_the_future], answer["answers"][0].values_at("answer", "code")
  end
end
