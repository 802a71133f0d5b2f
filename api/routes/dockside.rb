# frozen_string_literal: true

module Api
  module Routes
    # The evening's work: trips, their pictures, the bench, paper sheets, and one's own figures.
    class Dockside < Base
      PAGE = 30

      get("/api/trips") do
        asked = { limit: PAGE + 1, before: parameters[:before] }
        id = parameters[:whose] == "all" ? coordinator! && nil : member!.id
        result =
          reading do
            store.dockside.trips(id, **asked, state: parameters[:state],
              search: parameters[:search])
          end
        json(trips: result.first(PAGE), more: result.size > PAGE)
      end

      get("/api/boards/fish.pdf") do
        for_everybody
        papers = env.fetch("voucher.papers")
        send_pdf(Acts::PrintPapers.test_fish(fonts_dir: config.fonts_dir, papers:),
          "paper-fish.pdf")
      end

      get("/api/boards/:length_cm/board.pdf") do
        for_everybody
        send_pdf(
          Acts::PrintPapers.board(
            length_cm: number(:length_cm), fonts_dir: config.fonts_dir,
            papers: env.fetch("voucher.papers")
          ),
          "measuring-board.pdf"
        )
      end

      get("/api/trips/:id/dockside") { json(dockside) }

      patch("/api/encounters/:id") do
        json(
          Acts::CorrectEncounter.call(
            context(member!), id: parameters[:id], **sent.slice(:changes, :reason)
          )
        )
      end

      post("/api/encounters/:id/collisions") do
        json(
          Acts::ChooseCollision.call(
            context(member!),
            id: parameters[:id],
            field: sent[:field],
            choice: sent[:choice],
            reason: sent[:reason]
          )
        )
      end

      get("/api/encounters/:id/remembrance.pdf") do
        send_pdf(
          Acts::PrintRemembrance.call(
            context(member!), files:, encounter_id: parameters[:id], fonts_dir: config.fonts_dir
          ),
          "remembrance.pdf"
        )
      end

      put("/api/trips/:id/photos/:photo_id") do
        json(
          Acts::AddTripPhoto.call(
            context(member!),
            album:,
            trip_id: parameters[:id],
            sent: {
              id: parameters[:photo_id],
              name: parameters[:name],
              utc_offset_minutes: parameters[:utc_offset_minutes].to_i
            },
            bytes: sent
          )
        )
      end

      post("/api/trips/:id/placing") do
        Acts::PlacePhotos.call(
          context(member!), trip_id: parameters[:id], **sent.slice(:moved, :released,
            :clocks).compact
        )
        json(dockside)
      end

      post("/api/trips/:id/tags") do
        Acts::SettleTag.call(
          context(member!), trip_id: parameters[:id], number: sent[:number], act: sent[:act]
        )
        json(dockside)
      end

      post("/api/trips/:id/track") do
        json(
          Acts::AddTrack.call(
            context(member!), trip_id: parameters[:id], text: sent[:gpx], reason: sent[:reason]
          )
        )
      end

      put("/api/trips/:id/effort") do
        Acts::SayEffort.call(
          context(member!), trip_id: parameters[:id], hours: sent[:fished_hours], rods: sent[:rods]
        )
        json(dockside)
      end

      post("/api/trips/:id/submit") do
        json(
          Acts::SubmitTrip.call(context(member!), trip_id: parameters[:id], coast:)
        )
      end

      get("/api/photos/:id/:size") do
        photo = Acts::OwnPhoto.fetch(store:, member: member!, id: parameters[:id])
        key = photo.public_send("#{parameters[:size]}_key")
        if key.nil?
          refuse(
            404,
            code: :not_sized_yet,
            message: photo.trouble || "This size is being made. Try again in a moment."
          )
        end

        content_type parameters[:size] == "original" ? photo.media_type : "image/jpeg"
        headers "cache-control" => "private, max-age=86400", "x-content-type-options" => "nosniff"
        files.get(key)
      end

      delete("/api/photos/:id") do
        Acts::RemovePhoto.call(context(member!), photo_id: parameters[:id])
        json({})
      end

      post("/api/photos/:id/measure") do
        json(
          Acts::MeasurePhoto.call(
            context(member!),
            photo_id: parameters[:id],
            marks: sent[:marks],
            keep: sent[:keep],
            reason: sent[:reason]
          )
        )
      end

      get("/api/me/season") do
        json(Acts::HowDidIDo.call(context(member!), season: parameters[:season]&.to_i))
      end

      get("/api/me/log.csv") do
        send_csv(Acts::TakeOut.csv(store:, member: member!), "voucher-log.csv")
      end

      get("/api/me/archive") { json(Acts::OwnArchive.state(context(member!))) }

      post("/api/me/archive") do
        Acts::OwnArchive.ask(context(member!), files:)
        json(Acts::OwnArchive.state(context(member!)))
      end

      get("/api/me/archive.zip") do
        key = Acts::OwnArchive.key(context(member!))
        content_type "application/zip"
        headers "content-disposition" => 'attachment; filename="voucher-log.zip"'
        files.enum_for(:each_chunk, key)
      end

      post("/api/sheets") do
        sheet =
          sent[:sheet].merge(water_temp_c: sent[:sheet][:water_temp_c]&.to_f)
        json(
          Acts::TypeSheet.call(
            context(member!), sheet:, rows: sent[:rows], bug:
          )
        )
      end

      helpers do
        def files = env.fetch("voucher.files")

        def dockside
          Views.dockside(
            Acts::OpenDockside.call(context(member!), trip_id: parameters[:id], coast:)
          )
        end
      end
    end
  end
end
