# frozen_string_literal: true

module Api
  module Routes
    # The card for the water, trips, and fish in hand.
    class Deck < Base
      get("/api/species") do
        json(species: store.species.all.map { |one| Views.species_name(one) })
      end

      get("/api/deck") do
        found = Acts::CompileCard.call(store:, member: member!, today: Date.iso8601(given[:on]))
        json(found.merge(instruments: env.fetch("voucher.instruments").any?, logged: found[:logged].map { |one| one.merge(caught_at: one[:caught_at].utc.iso8601(3)) }))
      end

      put("/api/trips/:id") do
        trip = Acts::StartTrip.call(store:, member: member!, id: given[:id], today: Date.today,
                                    sent: sent.merge(held_on: Date.iso8601(sent[:held_on]), water_temp_c: sent[:water_temp_c]&.to_f))
        json(trip.except(:member_id))
      end

      put("/api/encounters/:id") do
        json(Acts::RecordEncounter.call(store:, member: member!, id: given[:id], sent: timed(sent), now: Time.now))
      end

      put("/api/encounters/:id/photos/:photo_id") do
        json(Acts::AddEncounterPhoto.call(store:, files: env.fetch("voucher.files"), member: member!, encounter_id: given[:id], id: given[:photo_id], bytes: sent,
                                          taken_at: given[:taken_at] && Time.iso8601(given[:taken_at])))
      end

      get("/api/tags/:number/fish") { member! && json(Acts::ReadTag.call(store:, number: given[:number], today: Date.today)) }

      # Each record is held against the contract by itself, so that one bad record does not hold up the others.
      post("/api/encounters/batch") do
        member!
        contract = env.fetch("voucher.contract")
        records = sent[:encounters].map do |one|
          body = one[:encounter]
          faults = contract.value_faults("EncounterSent", JSON.parse(JSON.generate(body)))
          { id: one[:id], body:, faults:, sent: faults.empty? ? timed(body) : nil }
        end
        json(answers: Acts::RecordBatch.call(store:, member: member!, records:, now: Time.now))
      end

      helpers do
        def timed(encounter) = encounter.merge(stages: encounter[:stages].map { |tap| { act: tap[:act], at: Time.iso8601(tap[:at]) } })
      end
    end
  end
end
