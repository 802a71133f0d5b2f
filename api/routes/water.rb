# frozen_string_literal: true

module Api
  module Routes
    # What the tags taught.
    class Water < Base
      get("/api/water/map") do
        within = given[:within].split(",").map { |one| Float(one) }
        json(Acts::MapWater.call(context(member!), filter:, within:))
      end

      get("/api/water/choices") { member! && json(store.water.choices) }

      get("/api/water/season.pdf") do
        send_pdf(
          Acts::PrintSeason.call(context(member!), filter:, fonts_dir: config.fonts_dir),
          "what-the-tags-taught.pdf"
        )
      end

      get("/api/water/:topic") do
        found = Acts::AnswerWater.call(context(member!), topic: given[:topic], filter:)
        json(topic: given[:topic], **found.merge(made_at: found[:made_at]&.utc&.iso8601))
      end

      put("/api/water/assumptions/:key") do
        Acts::SayAssumption.call(
          context(coordinator!), key: given[:key], **sent.slice(:holds, :why)
        )
        json({})
      end

      helpers do
        def filter
          days = given.slice(:from, :to).to_h { |field, text| [field, day(text, field.to_s)] }
          {
            species: given[:species], water: given[:water], **days.transform_keys(&:to_sym),
            mine: given[:mine] == "yes" || nil
          }.compact
        end
      end
    end
  end
end
