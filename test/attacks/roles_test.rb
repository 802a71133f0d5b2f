# frozen_string_literal: true

require_relative "../support/api_case"
require_relative "../support/fuzz"

# A coordinator without the second factor that is required is answered as a tagger would be, by
# every operation of the contract.
class RolesTest < ApiCase
  # Another session each time, or the end of it; and what differs because it says so.
  LEFT_OUT = %r{\A/auth/|\A/api/(session|readiness|health|me/(forgotten|sessions))}
  ROUNDS = 2

  def setup
    super
    config = ApiCase.config.dup.tap { |strict| strict.second_factor = "required" }
    @app = Application.build(config:, db:, files: ApiCase.files, pictures: ApiCase.pictures)
    @trip = Seeds.trip(db, @isolde)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
      id: @encounter = SecureRandom.uuid, sent: Seeds.encounter(@trip)
    )
    put_report(Seeds.report(number_as_read: "MS00000?"), id: @report = SecureRandom.uuid)
  end

  def app = @app || super

  def ids
    {
      "id" => [@trip, @encounter, @report, @isolde[:id]], "trip_id" => [@trip],
      "member_id" => [@isolde[:id]], "story_key" => [db[:fish].get(:story_key)],
      "tag_number" => ["MS000001"], "number" => ["MS000001"], "species_code" => ["seabass"],
      "spot_code" => ["cutter_ledge"], "on" => [Seeds::NOW.to_date.iso8601], "code" => ["seabass"],
      "kind" => ["welcome"], "topic" => %w[movement handling]
    }
  end

  def operations
    ApiCase.contract.document["paths"].flat_map do |path, item|
      item.slice(*Api::Contract::METHODS).keys.map { |verb| [verb, path] }
    end
  end

  def answer_to(asked)
    db.transaction(savepoint: true, rollback: :always) do
      token = JSON.parse(get("/api/session").body).fetch("csrf_token")
      custom_request(
        asked[:verb].upcase, asked[:path], {},
        {
          "CONTENT_TYPE" => asked[:type], "HTTP_X_CSRF_TOKEN" => token, :input => asked[:body].to_s
        }
      )
    end
    [last_response.status, shown]
  rescue URI::InvalidURIError
    nil
  end

  # Without what differs from moment to moment, or names the refusal.
  def shown
    return nil unless last_response.content_type.to_s.start_with?("application/json")
    return nil unless last_response.ok?

    last_response.body.gsub(/"[^"]*_at":"[^"]*"|"now":"[^"]*"|"(took_ms|id)":\d+|[0-9a-f-]{36}/, "")
  end

  def requests
    @requests ||= begin
      fuzz = Fuzz.new(ApiCase.contract.document, seed: 29, ids:)
      Array.new(operations.size * ROUNDS) { |index| fuzz.request(index) }
        .reject { |asked| asked[:path].match?(LEFT_OUT) }
    end
  end

  def answers_as(role)
    db[:members].where(id: @hamish[:id]).update(role:)
    clear_cookies
    sign_in("hamish@marrow.example")
    requests.map { |asked| [asked.slice(:verb, :path), answer_to(asked)] }
  end

  def test_a_coordinator_without_the_factor_is_answered_as_a_tagger
    lacking, tagger = answers_as("coordinator"), answers_as("tagger")
    different = lacking.zip(tagger).reject { |one, other| one == other }
      .map { |one, other| "#{one} but #{other}"[0, 400] }

    assert_operator lacking.count { |_, (status, _)| status == 200 }, :>, 40, "too little was tried"
    assert_empty different
  end
end
