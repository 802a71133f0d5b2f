# frozen_string_literal: true

require_relative "../support/api_case"

class LeaderTest < ApiCase
  def test_a_new_field_is_sent_corrected_logged_and_exported
    sign_in
    trip = Seeds.trip(db, @isolde, held_on: Date.today)
    start = Time.at((Time.now - 3600).to_i).utc
    id = SecureRandom.uuid
    put_encounter(Seeds.encounter(trip, start:, leader_strength_kg: 20), id:)

    assert_in_delta 20.0, db[:encounters].where(id:).get(:leader_strength_kg)
    send_json(:patch, "/api/encounters/#{id}", { changes: { leader_strength_kg: 40 }, reason: nil })

    assert_in_delta 40.0, db[:encounters].where(id:).get(:leader_strength_kg)
    csv = CSV.parse(Formats::LogCsv.text(store.own_catches.all(@isolde[:id])), headers: true)

    assert_equal "40.0", csv.first["leader_strength_kg"]
    row = store.exchange.page({}, after: nil, limit: 1).first

    assert_in_delta 40.0, row[:leader_strength_kg]
    known = Core::Imports::Fields::BY_KEY.fetch(:leader_strength_kg)

    assert_includes known.words, "leader"
  end
end
