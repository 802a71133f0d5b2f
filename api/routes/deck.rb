# frozen_string_literal: true

module Api
  module Routes
    # The card for the water, trips, and fish in hand.
    class Deck < Base
      get("/api/species") do
        json(species: reading do
          store.species.by_name
        end.map { |species| Views.species_name(species) })
      end

      get("/api/deck") do
        result =
          Acts::CompileCard.call(
            context(member!), today: parameters[:on], trip_id: parameters[:trip]
          )
        json(result.merge(instruments: env.fetch("voucher.instruments").any?))
      end

      put("/api/trips/:id") do
        trip =
          Acts::StartTrip.call(
            context(member!), id: parameters[:id], today:, sent:
              sent.merge(water_temp_c: sent[:water_temp_c]&.to_f)
          )
        json(trip.to_h.except(:member_id))
      end

      delete("/api/trips/:id") do
        Acts::CancelTrip.call(context(member!), trip_id: parameters[:id])
        json({})
      end

      put("/api/encounters/:id") do
        json(
          Acts::RecordEncounter.call(
            context(member!), id: parameters[:id], sent:
          )
        )
      end

      put("/api/encounters/:id/photos/:photo_id") do
        json(
          Acts::AddEncounterPhoto.call(
            context(member!),
            album:,
            encounter_id: parameters[:id],
            sent: {
              id: parameters[:photo_id],
              taken_at: parameters[:taken_at]
            },
            bytes: sent
          )
        )
      end

      get("/api/tags/:number/fish") do
        member! && json(Acts::ReadTag.call(store:, number: parameters[:number], today:))
      end

      # Each record is held against the contract by itself, so that no other one is held up by it.
      post("/api/encounters/batch") do
        member!
        records =
          sent[:encounters].map do |catch|
            { id: catch[:id], body: catch[:encounter], read: -> { read_record(catch[:encounter]) } }
          end
        json(
          answers:
            Acts::RecordBatch.call(
              context(member!), records:, phone_now: sent[:sent_at], bug:
            )
        )
      end
    end
  end
end
