# frozen_string_literal: true

module Api
  module Routes
    # Old records from other people's tables: sent, mapped, tried, brought in, taken back.
    class Imports < Base
      MOST_LISTED = 50

      get("/api/imports") do
        coordinator!
        json(imports: store.imports.list(limit: MOST_LISTED))
      end

      post("/api/imports") do
        show(Acts::ReadTable.call(context(coordinator!), bytes: sent, file_name: parameters[:name]))
      end

      get("/api/imports/:number") { show(number) }

      put("/api/imports/:number/mapping") do
        Acts::MapImport.call(
          context(coordinator!), id: number, mapping: text_keys(sent[:mapping]),
          keep_as: sent[:keep_as]
        )
        show(number)
      end

      put("/api/imports/:number/heading") do
        Acts::ChooseHeading.call(
          context(coordinator!), id: number, has_heading: sent[:has_heading]
        )
        show(number)
      end

      post("/api/imports/:number/run") do
        Acts::RunImport.call(context(coordinator!), id: number, act: sent[:act])
        show(number)
      end

      post("/api/imports/:number/undo") do
        Acts::UndoImport.ask(context(coordinator!), id: number)
        show(number)
      end

      get("/api/imports/:number/waiting") do
        json(waiting)
      end

      post("/api/imports/:number/waiting") do
        result = Acts::DecideAlike.call(
          context(coordinator!), id: number, **sent.slice(:verdict, :reason),
          seen: sent[:reports].to_h { |report| report.values_at(:id, :seen) }
        )
        json(**result, **waiting)
      end

      get("/api/imports/:number/refused") do
        json(
          Acts::ShowImport.refused(context(coordinator!), id: number,
            after: parameters[:after].to_i)
        )
      end

      get("/api/imports/:number/refused.csv") do
        text, name = Acts::ShowImport.refused_file(context(coordinator!), id: number)
        content_type "text/csv"
        headers "content-disposition" => %(attachment; filename="#{name.tr('"', "'")}")
        text
      end

      helpers do
        def waiting = Acts::WaitingImport.call(context(coordinator!), id: number)

        def show(id) = json(Acts::ShowImport.call(context(coordinator!), id:))

        # As it is kept: JSON.
        def text_keys(value) = JSON.parse(JSON.generate(value))
      end
    end
  end
end
