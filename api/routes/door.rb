# frozen_string_literal: true

module Api
  module Routes
    # Coming in and being told: joining, notices, meets, orders and stock.
    class Door < Base
      get("/api/join") do
        programme = store.programme.find
        json(programme: programme.name, joining: programme.joining, contact: programme.contact,
          question: programme.join_question, kit: store.stock.kit)
      end

      put("/api/join/:id") do
        json(Acts::AskToJoin.call(context, id: parameters[:id], sent:))
      end

      get("/api/join/consent/:key") do
        json(Acts::GuardianConsent.read(context, key: parameters[:key]))
      end

      put("/api/join/consent/:key") do
        json(Acts::GuardianConsent.give(context, key: parameters[:key]))
      end

      get("/api/applications") do
        coordinator!
        json(applications: applications)
      end

      post("/api/applications/:id/decision") do
        Acts::DecideApplication.call(
          context(coordinator!), id: parameters[:id], verdict: sent[:verdict], words: sent[:words],
          dues: sent.slice(:fee, :fee_due_on)
        )
        json(applications: applications)
      end

      get("/api/notices") do
        json(notices: Acts::TellMembers.standing(context(member!), day: today).map(&:to_h))
      end

      get("/api/notices/all") { json(notices: Acts::TellMembers.all(context(coordinator!))) }

      put("/api/notices/:id") do
        Acts::TellMembers.write(context(coordinator!), id: parameters[:id], sent:)
        json(notices: Acts::TellMembers.all(context(member!)))
      end

      post("/api/notices/:id/withdrawal") do
        Acts::TellMembers.withdraw(context(coordinator!), id: parameters[:id])
        json(notices: Acts::TellMembers.all(context(member!)))
      end

      put("/api/notices/:id/receipt") do
        Acts::TellMembers.read(context(member!), id: parameters[:id])
        json(notices: Acts::TellMembers.standing(context(member!), day: today).map(&:to_h))
      end

      get("/api/meets") { json(meets_now) }

      get("/api/meets/:id/report.pdf") do
        pdf = Acts::HoldMeet.report(
          context(coordinator!), id: parameters[:id], fonts_dir: config.fonts_dir
        )
        send_pdf(pdf, "meet.pdf")
      end

      get("/api/meets/:id") { json(Acts::HoldMeet.to_change(context(coordinator!), id: parameters[:id])) }

      put("/api/meets/:id") do
        Acts::HoldMeet.plan(context(coordinator!), id: parameters[:id], sent:)
        json(meets_now)
      end

      post("/api/meets/:id/closing") do
        Acts::HoldMeet.close(
          context(coordinator!), id: parameters[:id], because: sent[:because]
        )
        json(Acts::HoldMeet.board(context(member!), id: parameters[:id]))
      end

      get("/api/meets/:id/board") do
        json(Acts::HoldMeet.board(context(member!), id: parameters[:id]))
      end

      get("/api/stock") { json(Acts::KeepStock.read(context(coordinator!))) }

      put("/api/stock/:code") do
        Acts::KeepStock.item(context(coordinator!), { code: parameters[:code], **sent })
        json(Acts::KeepStock.read(context(member!)))
      end

      post("/api/stock/:code/moves") do
        Acts::KeepStock.move(context(coordinator!), code: parameters[:code], **sent)
        json(Acts::KeepStock.read(context(member!)))
      end

      get("/api/orders") { json(orders_now) }

      get("/api/stock/picking.pdf") do
        send_pdf(
          Acts::KeepStock.picking_list(context(coordinator!), fonts_dir: config.fonts_dir),
          "picking-list.pdf"
        )
      end

      put("/api/orders/:id") do
        Acts::KeepStock.order(
          context(member!), id: parameters[:id], items: sent[:items] || {},
          kit: sent[:kit] || false, note: sent[:note]
        )
        json(orders_now)
      end

      post("/api/orders/:id/posting") do
        Acts::KeepStock.post(context(coordinator!), id: parameters[:id])
        json(Acts::KeepStock.read(context(member!)))
      end

      post("/api/orders/:id/state") do
        Acts::KeepStock.settle(context(member!), id: parameters[:id], state: sent[:state])
        json(orders_now)
      end

      put("/api/me/public-name") do
        Acts::ShowName.call(
          context(member!), name: sent[:public_name], until_on: sent[:public_name_until]
        )
        json(public_name)
      end

      get("/api/me/hearing") { json(store.members.hears(member!.id).slice(:hears)) }

      put("/api/me/hearing") do
        Acts::HearBack.choose(context(member!), hears: sent[:hears])
        json(hears: sent[:hears])
      end

      get("/api/letters/stop/:id") do
        json(Acts::HearBack.read(context, key: parameters[:id]))
      end

      put("/api/letters/stop/:id") do
        json(Acts::HearBack.stop(context, key: parameters[:id]))
      end

      get("/api/me/public-name") { json(public_name) }

      helpers do
        def meets_now
          { meets: Acts::HoldMeet.coming(context(member!)),
            past: Acts::HoldMeet.past(context(member!)) }
        end

        def applications
          store.applications.open.map do |application|
            { **application.to_h.except(:decided_by),
              consent_missing: application.consent_missing? }
          end
        end

        def orders_now
          { orders: store.stock.orders(member_id: member!.id, limit: 20),
            items: store.stock.items.map { |item| item.slice(:code, :name, :in_kit) } }
        end

        def public_name = store.members.find(member!.id).slice(:public_name, :public_name_until)
      end
    end
  end
end
