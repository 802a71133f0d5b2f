# frozen_string_literal: true

module Acts
  # Measures a fish in its picture; kept with the picture, and as the fish's length when wanted.
  #
  #   marks: see Core::Photo::Measuring
  #   keep:  "look" computes only; "marks" keeps them with the picture; "length" makes it the fish's
  #          length too
  #
  # Returns what Core::Photo::Measuring.plain says. Raises Core::InvalidInput, NotFound, Conflict.
  module MeasurePhoto
    module_function

    def call(context, photo_id:, marks:, keep:, reason: nil)
      photo = OwnPhoto.fetch(store: context.store, member: context.member, id: photo_id)
      encounter = photo.encounter_id && context.store.encounters.find(photo.encounter_id)
      species = encounter && context.store.species.find(encounter.species_code)
      measured = Core::Photo::Measuring.of(marks:, shown: shown(photo),
        guild_key: species&.guild_key)
      if keep != "look"
        keep(context.store, photo, marks, measured) do
          if keep == "length"
            refuse_no_fish if encounter.nil?
            length = length(measured, species.length_kind)
            CorrectEncounter.call(context, id: encounter.id, reason:, changes: { length: })
          end
        end
      end
      Core::Photo::Measuring.plain(measured, typed: encounter&.length)
    end

    # The size that was marked, and the camera's own word on how it sees.
    def shown(photo)
      {
        width_px: photo.shown_width_px,
        height_px: photo.shown_height_px,
        focal_35mm: photo.focal_35mm
      }
    end

    def keep(store, photo, marks, measured)
      store.write do
        store.photos.change(
          photo.id,
          marks:,
          measured_mm: measured.straight_mm,
          measured_sd_mm: measured.sd_mm
        )
        yield
      end
    end

    def refuse_no_fish
      raise Core::InvalidInput.at(
        "keep", :no_fish, "This photo belongs to no fish yet. Move it to its fish first."
      )
    end

    def length(measured, kind)
      { value: measured.straight_mm.round, unit: "mm", kind:, how: "photo", sd_mm: measured.sd_mm }
    end
    private_class_method :shown, :keep, :refuse_no_fish, :length
  end
end
