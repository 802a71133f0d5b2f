# frozen_string_literal: true

require_relative "../support/api_case"
require_relative "../support/fuzz"

# Whatever comes, from whomever: an answer in our form and never a bug. bench/fuzz.rb does the same
# 20,000 times over HTTP.
class FuzzTest < ApiCase
  REQUESTS = 500
  SEED = 20_261_125
  # Of these, another time; they end the session or make the next ones wait.
  LEFT_OUT = %r{\A/auth/(logout|login)}

  def ids
    trip_id = Seeds.trip(db, @isolde)
    put_report(Seeds.report, id: report = SecureRandom.uuid)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
      id: encounter = SecureRandom.uuid,
      sent: Seeds.encounter(trip_id)
    )
    {
      "id" => [trip_id, report, encounter, @isolde[:id]],
      "trip_id" => [trip_id],
      "member_id" => [@isolde[:id]],
      "story_key" => [db[:fish].get(:story_key)],
      "tag_number" => ["MS000001"],
      "number" => %w[MS000001 MS00000?],
      "species_code" => %w[seabass cod],
      "spot_code" => %w[cutter_ledge],
      "on" => [Date.today.iso8601],
      "code" => %w[cod seabass condition],
      "kind" => %w[welcome tagged]
    }
  end

  def test_no_request_finds_a_bug
    fuzz = Fuzz.new(ApiCase.contract.document, seed: SEED, ids:)
    result = []
    [nil, "isolde@marrow.example", "hamish@marrow.example"].each do |account|
      clear_cookies
      sign_in(account) if account
      (REQUESTS / 3).times { |index| result << fault(fuzz.request(index)) }
    end

    assert_empty result.compact
  end

  def fault(asked)
    return if asked[:path].match?(LEFT_OUT)

    answer = nil
    db.transaction(savepoint: true, rollback: :always) do
      token = JSON.parse(get("/api/session").body).fetch("csrf_token")
      custom_request(
        asked[:verb].upcase,
        asked[:path],
        {},
        {
          "CONTENT_TYPE" => asked[:type],
          "HTTP_X_CSRF_TOKEN" => token,
          :input => asked[:body].to_s,
          **asked[:headers].transform_keys { |name| "HTTP_#{name.upcase.tr('-', '_')}" }
        }
      )
      if last_response.status >=
          500
        answer =
          "#{last_response.status} #{asked.inspect[0, 600]} -> " \
            "#{last_response.body[0, 200]}"
      end
    end
    answer
  rescue URI::InvalidURIError
    # The test's own client does not send it.
    nil
  end
end
