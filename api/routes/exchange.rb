# frozen_string_literal: true

module Api
  module Routes
    # What goes out, and how it is to be read.
    class Exchange < Base
      MOST_LISTED = 100

      get("/api/exchange/tables") { json(Acts::ExplainTables.call) }

      post("/api/exports") do
        member!
        others = sent[:exact] && sent.dig(:filter, :mine) != "yes"
        fresh! if others && member.coordinator?
        json(
          Acts::ExportData.call(
            context(member!), files:, sent: sent.except(:filter),
            filter: water_filter(sent[:filter] || {}), route: coast.route
          )
        )
      end

      get("/api/exports") do
        own = member!.coordinator? ? nil : member.id
        exports = store.exchange.list(member_id: own, limit: MOST_LISTED)
        json(exports: exports.map { |export| export.except(:member_id, :id) })
      end

      get("/api/exports/:sha256") do
        bytes, name, type =
          Acts::ExportData.fetch(context(member!), files:, sha256: parameters[:sha256])
        content_type type
        headers "content-disposition" => %(attachment; filename="#{name}"),
          "etag" => %("#{parameters[:sha256]}"), "x-content-type-options" => "nosniff"
        bytes
      end

      get("/api/catches") do
        after = parameters[:cursor] && Cursor.read(parameters[:cursor], Date)
        reader = context(member!)
        etag store.water_answers.data_version(today:)
        page = Acts::MirrorCatches.call(reader, filter: water_filter(parameters), after:)
        json(catches: page[:catches], next: page[:next] && Cursor.write(page[:next]))
      end

      get("/api/openapi.json") do
        content_type :json
        env.fetch("voucher.contract").as_json
      end

      get("/api/contract") do
        member!
        json(operations: env.fetch("voucher.contract").for_programs)
      end

      get("/api/keys") { coordinator! && json(keys:) }

      post("/api/keys") do
        key = Acts::KeepReadingKeys.make(context(coordinator!), **sent.slice(:name, :may))
        json(key:, keys:)
      end

      delete("/api/keys/:number") do
        Acts::KeepReadingKeys.revoke(context(coordinator!), id: number)
        json(keys:)
      end

      helpers WaterQuery
      helpers do
        def keys = store.reading_keys.all

        def files = env.fetch("voucher.files")
      end
    end
  end
end
