# frozen_string_literal: true

module Acts
  # The remembrance sheet of one fish. S8.
  module PrintRemembrance
    def self.call(context, files:, encounter_id:, fonts_dir:)
      one = context.store.encounters.find(encounter_id)
      unless one && (one.of?(context.member) || context.member.coordinator?)
        raise Core::NotFound.new(:no_such_encounter, "There is no such fish of yours.")
      end

      species = context.store.species.find(one.species_code)
      pictures =
        context.store.photos.of_encounter(encounter_id).first(2).map { |key| files.get(key) }
      Formats::Remembrance.pdf(
        encounter: one,
        species:,
        weight: weight(one, species),
        tag_numbers: context.store.fish.tags_at(encounter_id) | one.read_numbers.to_a,
        spot_name: context.store.waters.spot(one.spot_code)&.name,
        pictures:,
        fonts_dir:
      )
    end

    # { g:, how: } from the scale, the girth or the length, in that order; nil when none is known.
    def self.weight(one, species)
      if one.weight_g
        return (
          { g: one.weight_g, how: one.weight_how == "scale" ? "on a scale" : "as written down" }
        )
      end
      return nil if one.length_mm.nil? || one.length_kind != species.length_kind
      if one.girth_mm
        return (
          {
            g: Core::Fish::Weight.from_girth(length_mm: one.length_mm, girth_mm: one.girth_mm),
            how: "from length and girth"
          }
        )
      end

      {
        g: species.weight_g_at(one.length_mm),
        how: "from length alone, as a fish of that length usually weighs"
      }
    end
    private_class_method :weight
  end
end
