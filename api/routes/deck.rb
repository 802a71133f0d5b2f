# frozen_string_literal: true

module Api
  module Routes
    # The card for the water, trips, and fish in hand.
    class Deck < Base
      get("/api/species") do
        json(species: reading { store.species.all }.map { |one| Views.species_name(one) })
      end

      get("/api/deck") do
        found =
          Acts::CompileCard.call(
            context(member!), today: given[:on], trip_id: given[:trip]
          )
        json(found.merge(instruments: env.fetch("voucher.instruments").any?))
      end

      put("/api/trips/:id") do
        trip =
          Acts::StartTrip.call(
            context(member!), id: given[:id], today:, sent:
              sent.merge(water_temp_c: sent[:water_temp_c]&.to_f)
          )
        json(trip.to_h.except(:member_id))
      end

      delete("/api/trips/:id") do
        Acts::CancelTrip.call(context(member!), trip_id: given[:id])
        json({})
      end

      put("/api/encounters/:id") do
        json(
          Acts::RecordEncounter.call(
            context(member!), id: given[:id], sent:
          )
        )
      end

      put("/api/encounters/:id/photos/:photo_id") do
        json(
          Acts::AddEncounterPhoto.call(
            context(member!),
            album:,
            encounter_id: given[:id],
            sent: {
              id: given[:photo_id],
              taken_at: given[:taken_at]
            },
            bytes: sent
          )
        )
      end

      get("/api/tags/:number/fish") do
        member! && json(Acts::ReadTag.call(store:, number: given[:number], today:))
      end

      # Each record is held against the contract by itself, so that no other one is held up by it.
      post("/api/encounters/batch") do
        member!
        records =
          sent[:encounters].map do |one|
            { id: one[:id], body: one[:encounter], read: -> { read_record(one[:encounter]) } }
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
