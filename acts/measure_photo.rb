# frozen_string_literal: true

module Acts
  # Measures a fish in its picture; kept with the picture, and as the fish's length when wanted. S3.
  #
  #   marks: { board: { width_mm:, height_mm: } | nil, corners: [[x, y] × 4], scale: [[x, y] × 2], scale_mm:, fish: [[x, y], ...] } in pixels of the shown size
  #   keep:  "look" computes only; "marks" keeps them with the picture; "length" makes it the fish's length too
  #
  # Returns { straight_mm:, curve_mm:, sd_mm:, margin_mm:, slant:, warning:, typed: { mm:, how:, difference_mm:, agrees: } | nil }.
  # Raises Core::InvalidInput, NotFound, Conflict.
  module MeasurePhoto
    Z95 = 1.96
    # Seen from so far aslant, the far end of the fish has half the pixels of the near one. House rule.
    SLANTED = 1.6

    module_function

    def call(store:, member:, photo_id:, marks:, keep:, now:, reason: nil)
      photo = OwnPhoto.fetch(store:, member:, id: photo_id)
      found = measure(marks)
      encounter = photo[:encounter_id] && store.encounters.find(photo[:encounter_id])
      if keep != "look"
        store.write do
          store.photos.change(photo_id, marks:, measured_mm: found.straight_mm, measured_sd_mm: found.sd_mm)
          use(store, member, encounter, found, now, reason) if keep == "length"
        end
      end
      { **found.to_h.slice(:straight_mm, :curve_mm, :sd_mm, :slant), margin_mm: Z95 * found.sd_mm, warning: warning(found), typed: compare(encounter, found) }
    end

    def measure(marks)
      bench = Core::Photo::Bench
      return bench.by_corners(corners: marks[:corners], fish: marks[:fish], **marks[:board]) if marks[:board]

      bench.by_scale(scale: marks[:scale], mm: marks[:scale_mm], fish: marks[:fish])
    end

    def use(store, member, encounter, found, now, reason)
      raise Core::InvalidInput.at("keep", :no_fish, "This picture is with no fish yet. Put it to its fish first.") if encounter.nil?

      kind = store.species.find(encounter[:species_code]).length_kind
      CorrectEncounter.call(store:, member:, id: encounter[:id], now:, reason:,
                            changes: { length: { value: found.straight_mm.round, unit: "mm", kind:, how: "photo", sd_mm: found.sd_mm } })
    end

    def warning(found)
      return "Two marks are right only when the camera looked straight down on them; the error allows for 10° off." if found.slant.nil?

      found.slant > SLANTED ? format("Taken from far aslant: the near end of the board stands %.1f times as large as the far one. The error says what that costs.", found.slant) : nil
    end

    # Against what was measured by hand; a length from a picture says nothing against itself.
    def compare(encounter, found)
      return nil if encounter.nil? || encounter[:length_mm].nil? || encounter[:length_how] == "photo"

      typed = Core::Fish::Length.of(encounter)
      difference = found.straight_mm - typed.mm
      { mm: typed.mm, how: typed.how, difference_mm: difference, agrees: difference.abs <= Z95 * Math.hypot(typed.sd_mm, found.sd_mm) }
    end
    private_class_method :measure, :use, :warning, :compare
  end
end
