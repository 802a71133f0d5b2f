# frozen_string_literal: true

module Acts
  # A member shows a picture of a fish of theirs to everybody, until a day, with faces painted over,
  # and takes it back at any time. What others see is a copy without camera and place; what lies
  # under the paint is in no public file.
  class ShowPicture
    # files: storage;  pictures: Devices::PictureWorkshop
    def initialize(context, files:, pictures:)
      @context, @files, @pictures = context, files, pictures
    end

    # { shown:, until_on:, people:, cover: } of a picture of the member's own.
    def state(photo_id)
      own(photo_id)
      standing(photo_id)
    end

    # cover: as Core::Records::PublicPicture has it;  people: "nobody" | "agreed"
    # Raises Core::InvalidInput, Forbidden, NotFound.
    def show(photo_id, cover:, people:, until_on: nil)
      photo = own(photo_id)
      refuse_unready(photo, until_on)
      cover = Core::Records::PublicPicture.checked_cover(cover)
      jpeg = @pictures.covered(@files.get(photo.shown_key), cover).jpeg
      key = @files.put(jpeg, "public/#{SecureRandom.uuid}.jpg")
      @context.store.write do
        discard(photo_id)
        @context.store.public_pictures.show(
          photo_id, key:, cover:, people:, until_on:, member_id: @context.member.id
        )
      end
      standing(photo_id)
    end

    # Also by a coordinator.
    def withdraw(photo_id)
      OwnPhoto.fetch(store: @context.store, member: @context.member, id: photo_id)
      @context.store.write do
        discard(photo_id)
        @context.store.public_pictures.withdraw(photo_id)
      end
      standing(photo_id)
    end

    private

    def standing(photo_id)
      picture = @context.store.public_pictures.of_photo(photo_id)
      { shown: picture&.shown_on?(@context.today) || false, until_on: picture&.until_on,
        people: picture&.people, cover: picture&.cover || [] }
    end

    # Only who took it may show it.
    def own(photo_id)
      photo = OwnPhoto.fetch(store: @context.store, member: @context.member, id: photo_id)
      return photo if photo.of?(@context.member)

      raise Core::Forbidden.new(:not_yours, "Only the member who took this photo can show it.")
    end

    def refuse_unready(photo, until_on)
      if @context.member.consent_missing?
        raise Core::Forbidden.new(
          :no_consent, "A guardian has to consent before a photo of yours is shown."
        )
      end
      unless photo.sized? && photo.encounter_id
        raise Core::InvalidInput.at("photo", :no_fish, "Link the photo to a fish first.")
      end
      return if until_on.nil? || until_on >= @context.today

      raise Core::InvalidInput.at("until_on", :past, "This day is past. Choose a later one.")
    end

    def discard(photo_id)
      before = @context.store.public_pictures.of_photo(photo_id) or return
      @context.store.photos.discard([before.key], sha256: before.key)
    end
  end
end
