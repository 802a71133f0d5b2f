# frozen_string_literal: true

module Api
  module Routes
    # What comes back: reports from finders, stories, and the list of all finds.
    class Finds < Base
      get("/api/numbers/:number") { json(Acts::TellNumber.call(store:, text: parameters[:number]).to_h) }

      put("/api/reports/:id") do
        json(Acts::ReportTag.call(context, id: parameters[:id], sent: whole(sent)))
      end

      get("/api/reports/:id") { json(Acts::AmendReport.read(store:, id: parameters[:id], report_key:)) }

      put("/api/reports/:id/amend") do
        json(
          Acts::AmendReport.call(
            context,
            id: parameters[:id],
            report_key:,
            revision: sent[:revision],
            sent: whole(sent[:report])
          )
        )
      end

      put("/api/reports/:id/photo") do
        json(
          Acts::AddReportPhoto.call(
            album:,
            report_id: parameters[:id],
            report_key:,
            bytes: sent
          )
        )
      end

      put("/api/tag-picture") do
        offer = Acts::ReadTagPicture.call(store:, pictures: album.pictures, bytes: sent)
        json(offer: offer && { **offer.to_h.except(:digits), is_sure: offer.sure? })
      end

      put("/api/reports/:id/forget") do
        Acts::ForgetFinder.call(store:, report_id: parameters[:id], report_key:)
        json({})
      end

      get("/api/stories/:story_key") do
        # The link is the key; it must not end up in anybody's shared cache.
        cache_control :private, :no_cache
        reader = member
        json(
          reading do
            story_key = parameters[:story_key]
            Views.story(
              *Acts::TellStory.with_typical(
                store:, story_key:, route: coast.route, member: reader
              ),
              store.public_pictures.of_story(story_key, today:)
            )
          end
        )
      end

      get("/api/stories/:story_key/certificate.pdf") do
        pdf = reading do
          certificate.pdf(
            parameters[:story_key],
            fonts_dir: config.fonts_dir,
            base_url: config.base_url,
            units: parameters[:units] || "metric"
          )
        end
        cache_control :private, :no_cache
        etag Digest::SHA256.hexdigest(pdf)
        send_pdf(pdf, "certificate.pdf")
      end

      get("/api/stories/:story_key/picture.png") do
        picture =
          reading { certificate.picture(parameters[:story_key]) }
        cache_control :private, :no_cache
        etag Digest::SHA256.hexdigest(picture)
        content_type "image/png"
        headers "content-disposition" => 'inline; filename="story.png"'
        picture
      end

      get("/api/finds") do
        asked = parameters.slice(:search, :state, :species_code)
        asked[:sort] = parameters[:sort] if parameters[:sort]
        asked[:limit] = parameters[:limit] if parameters[:limit]
        asked[:descending] = parameters[:order] != "asc"
        asked[:member_id] = member!.coordinator? ? nil : member!.id
        page =
          reading do
            store.finds.page(
              **asked,
              after:
                parameters[:cursor] &&
                  Cursor.read(parameters[:cursor],
                    Store::Finds.sorted_by(parameters[:sort] || "caught_on"))
            )
          end
        json(
          finds:
            page[:rows].map { |row| Acts::WaitingWords.beside(row.except(:fish_id, :member_id)) },
          total: page[:total],
          next: page[:after] && Cursor.write(page[:after])
        )
      end

      helpers do
        def certificate
          Acts::PrintCertificate.new(store:, coast:, papers: env.fetch("voucher.papers"))
        end

        # A day that is not told is one that nobody knows.
        def whole(report) = { caught_on: nil, caught_from: nil, **report }

        def report_key = request.env["HTTP_X_REPORT_KEY"]
      end
    end
  end
end
