# frozen_string_literal: true

module Acts
  # The remembrance sheet of one fish.
  module PrintRemembrance
    def self.call(context, files:, encounter_id:, fonts_dir:)
      encounter = context.store.encounters.find(encounter_id)
      unless encounter && (encounter.of?(context.member) || context.member.coordinator?)
        raise Core::NotFound.new(:no_such_encounter, "This fish is not one of yours.")
      end

      species = context.store.species.find(encounter.species_code)
      pictures =
        context.store.photos.of_encounter(encounter_id).first(2).map { |key| files.get(key) }
      Formats::Remembrance.pdf(
        encounter: encounter,
        species:,
        weight: weight(encounter, species),
        tag_numbers: context.store.fish.tags_at(encounter_id) | encounter.read_numbers.to_a,
        spot_name: context.store.waters.spot(encounter.spot_code)&.name,
        pictures:,
        fonts_dir:
      )
    end

    # { g:, how: } from the scale, the girth or the length, in that order; nil when none is known.
    def self.weight(encounter, species)
      if encounter.weight_g
        return (
          { g: encounter.weight_g,
            how: encounter.weight_how == "scale" ? "on a scale" : "as recorded" }
        )
      end
      return nil if encounter.length_mm.nil? || encounter.length_kind != species.length_kind
      if encounter.girth_mm
        return (
          {
            g: Core::Fish::Weight.from_girth(length_mm: encounter.length_mm,
              girth_mm: encounter.girth_mm),
            how: "from length and girth"
          }
        )
      end

      {
        g: species.weight_g_at(encounter.length_mm),
        how: "from length alone, as a fish of that length usually weighs"
      }
    end
    private_class_method :weight
  end
end
