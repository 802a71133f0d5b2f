# frozen_string_literal: true

module Api
  module Routes
    # Pictures that members show to everybody, pictures laid over each other, and cameras tried.
    class Pictures < Base
      get("/api/photos/:id/public") { json(showing.state(parameters[:id])) }

      put("/api/photos/:id/public") do
        json(showing.show(parameters[:id], **sent.slice(:cover, :people, :until_on)))
      end

      delete("/api/photos/:id/public") { json(showing.withdraw(parameters[:id])) }

      get("/api/photos/:id/beside") do
        asked = { photo_id: parameters[:id], number: parameters[:number] }
        json(Acts::CompareFlanks.open(context(coordinator!), **asked))
      end

      post("/api/flanks") do
        coordinator!
        json(Acts::CompareFlanks.overlay(**sent.slice(:first, :second)))
      end

      put("/api/camera-check/number/picture") do
        coordinator!
        json(
          Acts::CheckCamera.number(
            store:, pictures: album.pictures, bytes: sent, printed: parameters[:printed]
          )
        )
      end

      put("/api/camera-check/length/picture") do
        coordinator!
        json(
          Acts::CheckCamera.length(
            pictures: album.pictures, bytes: sent, true_mm: number(:true_mm),
            is_flat: parameters[:is_flat] == "true"
          )
        )
      end

      post("/api/camera-check") do
        coordinator!
        json(Acts::CheckCamera.summary(**sent.slice(:numbers, :lengths)))
      end

      get("/api/pictures/:id") do
        picture = store.public_pictures.shown(parameters[:id], today:) or refuse(
          404, code: :no_such_picture, message: "This picture is not shown any more."
        )
        for_everybody
        content_type "image/jpeg"
        headers "x-content-type-options" => "nosniff"
        files.get(picture.key)
      end

      helpers do
        def files = env.fetch("voucher.files")

        def showing
          Acts::ShowPicture.new(context(member!), files:, pictures: album.pictures)
        end
      end
    end
  end
end
