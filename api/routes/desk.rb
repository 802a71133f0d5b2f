# frozen_string_literal: true

module Api
  module Routes
    # The judgement desk and what goes out from it: reports, doubts, tags of others, letters, and
    # who changed what.
    class Desk < Base
      get("/api/desk") do
        coordinator!
        json(
          waiting: store.desk.waiting,
          doubts: store.queries.open,
          reports:
            store.desk.queue(limit: 100).map { |report| Acts::WaitingWords.beside(report) }
        )
      end

      get("/api/reports/:id/desk") { coordinator! && json(desk) }

      post("/api/reports/:id/decision") do
        words =
          sent.slice(
            :verdict, :reason, :seen, :tag_number, :other_report_id, :programme, :second_look
          )
        Acts::DecideReport.call(context(coordinator!), report_id: parameters[:id], **words)
        json(desk)
      end

      get("/api/queries") { coordinator! && json(queries(parameters[:state] || "open")) }

      post("/api/queries/:id/:code") do
        Acts::SettleQuery.call(
          context(coordinator!),
          encounter_id: parameters[:id],
          code: parameters[:code],
          **sent.slice(:verdict, :why)
        )
        json(queries("open"))
      end

      post("/api/held/:id/mended") do
        answer =
          Acts::MendHeld.call(
            context(coordinator!),
            id: parameters[:id],
            mend: sent.slice(:changes, :shift_minutes, :reason),
            read: method(:read_record)
          )
        json(answer: answer.except(:collisions), queries: queries("open"))
      end

      get("/api/foreign-tags") { coordinator! && json(foreign) }

      post("/api/foreign-tags") do
        coordinator!
        Acts::PassOn.call(context, ids: sent[:ids], to: sent[:to])
        json(foreign)
      end

      get("/api/foreign-tags.csv") do
        coordinator!
        send_csv(Acts::PassOn.csv(store:), "tags-of-other-programmes.csv")
      end

      get("/api/calls") { coordinator! && json(calls) }

      post("/api/calls/:number") do
        Acts::SettleCall.call(
          context(coordinator!), id: number
        )
        json(calls)
      end

      get("/api/letters/hold") do
        json(held: context(coordinator!).store.programme.letters_held?)
      end

      get("/api/letters") do
        coordinator!
        page =
          reading do
            store.letters.page(**parameters.slice(:state, :kind, :search, :before).compact)
          end
        json(page)
      end

      # Letters that waited go within a minute.
      delete("/api/letters/hold") do
        context(coordinator!).store.programme.hold_letters(false)
        json(held: false)
      end

      post("/api/letters/:number") do
        coordinator!
        Acts::SettleLetter.call(store:, id: number, act: sent[:act])
        json(store.letters.find(number))
      end

      get("/api/letter-templates") do
        coordinator! && json(templates: Acts::KeepTemplate.all(store:))
      end

      put("/api/letter-templates/:kind") do
        Acts::KeepTemplate.call(
          context(coordinator!), kind: parameters[:kind], **sent.slice(:subject, :body)
        )
        json(templates: Acts::KeepTemplate.all(store:))
      end

      post("/api/letter-templates/:kind/preview") do
        coordinator!
        json(Acts::KeepTemplate.preview(kind: parameters[:kind], **sent.slice(:subject, :body)))
      end

      get("/api/audit") do
        coordinator!
        page = reading do
          store.audit.page(
            record: parameters[:record],
            record_id: parameters[:record_id],
            member_id: parameters[:member_id],
            source: parameters[:source]&.to_sym,
            **between,
            before: parameters[:cursor] && Cursor.read_moment(parameters[:cursor])
          )
        end
        json(
          entries: page[:entries],
          next: page[:before] && Cursor.write_moment(page[:before]),
          records: store.audit.tables
        )
      end

      helpers do
        def calls = { calls: store.calls.open }
        def desk = Acts::OpenDesk.call(store:, report_id: parameters[:id])

        def queries(state)
          {
            doubts: store.queries.flagged(state:),
            held: store.queries.held
          }
        end

        def foreign
          Acts::PassOn.list(store:)
        end

        # Whole days, both with it.
        def between
          { from: parameters[:from]&.to_time, to: parameters[:to]&.next_day&.to_time }
        end
      end
    end
  end
end
