# frozen_string_literal: true

module Api
  module Routes
    # What comes back: reports from finders, stories, and the list of all finds.
    class Finds < Base
      put("/api/reports/:id") do
        json(Acts::ReportTag.call(store:, id: given[:id], today: Date.today, sent: sent.merge(caught_on: Date.iso8601(sent[:caught_on]))))
      end

      put("/api/reports/:id/photo") do
        json(Acts::AddReportPhoto.call(store:, files: env.fetch("voucher.files"), report_id: given[:id],
                                       report_key: request.env["HTTP_X_REPORT_KEY"], bytes: sent))
      end

      put("/api/reports/:id/forget") do
        Acts::ForgetFinder.call(store:, report_id: given[:id], report_key: request.env["HTTP_X_REPORT_KEY"])
        json({})
      end

      get("/api/stories/:story_key") do
        # The link is the key; it must not end up in anybody's shared cache.
        cache_control :private, :no_cache
        json(Views.story(Acts::TellStory.call(store:, story_key: given[:story_key], member:)))
      end

      get("/api/stories/:story_key/certificate.pdf") do
        pdf = Acts::PrintCertificate.call(store:, story_key: given[:story_key], fonts_dir: config.fonts_dir, base_url: config.base_url,
                                          coast: env.fetch("voucher.coast"))
        send_pdf(pdf, "certificate.pdf")
      end

      get("/api/desk") do
        coordinator!
        json(waiting: store.desk.waiting, reports: store.desk.queue(limit: 100).map { |one| one.merge(sent_at: one[:sent_at].utc.iso8601) })
      end

      get("/api/reports/:id/desk") { coordinator! && json(desk) }

      post("/api/reports/:id/decision") do
        Acts::DecideReport.call(store:, member: coordinator!, report_id: given[:id], now: Time.now, **sent.slice(:verdict, :reason, :seen, :tag_number))
        json(desk)
      end

      get("/api/finds") do
        asked = given.slice(:search, :state, :species_code)
        asked[:sort] = given[:sort] if given[:sort]
        asked[:limit] = given[:limit] if given[:limit]
        asked[:descending] = given[:order] != "asc"
        asked[:member_id] = member!.fetch(:role) == "coordinator" ? nil : member![:id]
        page = store.finds.page(**asked, after: given[:cursor] && Cursor.read(given[:cursor]))
        json(finds: page[:rows].map { |row| row.except(:fish_id, :member_id) }, total: page[:total],
             next: page[:after] && Cursor.write(page[:after]))
      end

      helpers do
        def desk = Views.desk(Acts::OpenDesk.call(store:, report_id: given[:id]))
      end
    end
  end
end
