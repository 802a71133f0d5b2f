# frozen_string_literal: true

module Api
  module Routes
    # What the tags taught.
    class Water < Base
      get("/api/water/map") do
        json(
          Acts::MapWater.call(
            context(member!), filter:, within: sides(parameters[:within]), month: parameters[:month]
          )
        )
      end

      get("/api/water/fish") { json(Acts::SeeFish.list(context(member!), filter:)) }

      get("/api/water/ways") do
        json(Acts::SeeFish.ways(context(member!), filter:, route: coast.route))
      end

      get("/api/water/choices") do
        taggers = member!.coordinator? ? store.water.taggers : []
        json(**store.water.choices, taggers:)
      end

      get("/api/water/season.pdf") do
        send_pdf(
          Acts::PrintSeason.call(context(member!), filter:, fonts_dir: config.fonts_dir),
          "what-the-tags-taught.pdf"
        )
      end

      get("/api/water/exploitation") do
        range = ->(name) { parameters.values_at(:"#{name}_from", :"#{name}_to") }
        answer = Acts::EstimateExploitation.call(
          context(member!), filter:, reporting: range["reporting"], deaths: range["deaths"]
        )
        json(answer: answer.to_h)
      end

      get("/api/water/:topic") do
        answer = Acts::AnswerWater.call(context(member!), topic: parameters[:topic], filter:)
        json(topic: parameters[:topic], **answer.plain)
      end

      post("/api/water/:topic/recompute") do
        Acts::Recompute.call(context(member!), topic: parameters[:topic], filter:)
        json({})
      end

      delete("/api/water/:topic/recompute") do
        Acts::Recompute.stop(context(member!), topic: parameters[:topic], filter:)
        json({})
      end

      put("/api/water/assumptions/:key") do
        Acts::SayAssumption.call(
          context(coordinator!), key: parameters[:key], **sent.slice(:holds, :why)
        )
        json({})
      end

      helpers WaterQuery
      helpers do
        def filter = water_filter(parameters)
      end
    end
  end
end
