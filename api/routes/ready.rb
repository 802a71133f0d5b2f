# frozen_string_literal: true

module Api
  module Routes
    # Before leaving: the plan, what follows from it, the locker, and the papers.
    class Ready < Base
      get("/api/ready") do
        ready =
          Acts::OpenReady.call(
            context(member!),
            on: parameters[:on],
            today:,
            gauge: env.fetch("voucher.gauge")
          )
        json(ready)
      end

      put("/api/trips/:id/plan") do
        outlook =
          Acts::PlanTrip.call(
            context(member!),
            id: parameters[:id],
            sent: sent[:plan].merge(held_on: sent[:held_on]),
            today:
          )
        json(outlook)
      end

      put("/api/trips/:id/ticks") do
        json(Acts::TickKit.call(context(member!), id: parameters[:id], ticks: sent[:ticks]))
      end

      put("/api/locker") do
        store.write { store.lockers.keep(member!.id, sent) }
        json(store.lockers.of(member!.id).to_h)
      end

      get("/api/trips/:id/card.pdf") do
        pdf =
          Acts::PrintPapers.card(
            store:,
            member: member!,
            trip_id: parameters[:id],
            fonts_dir: config.fonts_dir
          )
        send_pdf(pdf, "trip-card.pdf")
      end

      get("/api/trips.ics") { calendar(member!) }

      # Read by programs, which sign in nowhere: who has the address reads it.
      get("/api/calendars/:key/trips.ics") do
        calendar(Acts::ShareCalendar.member(store, parameters[:key]))
      end

      get("/api/me/calendar") { json(shared: store.members.calendar?(member!.id), address: nil) }

      post("/api/me/calendar") do
        key = Acts::ShareCalendar.call(context(member!))
        json(shared: true, address: "#{config.base_url}/api/calendars/#{key}/trips.ics")
      end

      delete("/api/me/calendar") do
        Acts::ShareCalendar.end_it(context(member!))
        json(shared: false, address: nil)
      end

      helpers do
        def calendar(member)
          content_type "text/calendar", charset: "utf-8"
          headers "content-disposition" => 'attachment; filename="trips.ics"'
          Acts::PrintPapers.calendar(
            store:, member:, today:, now: Time.now, base_url: config.base_url
          )
        end
      end
    end
  end
end
