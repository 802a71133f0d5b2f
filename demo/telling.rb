# frozen_string_literal: true

module Demo
  # What a finder tells of a catch whose truth is known: most read the number right, some cannot read all of it or slip; some take the fish for another
  # species or look-alike, leave the length out, or mark a wrong place.
  class Telling
    # Invented shares: what is found with them holds for finders like these.
    SHARE_DAMAGED = 0.08
    SHARE_WRONG_SPECIES = 0.02
    SHARE_SPECIES_UNKNOWN = 0.03
    SHARE_WRONG_PLACE = 0.01
    WRONG_BY_DEG = 2.0

    def initialize(species, rng)
      @species = species
      @rng = rng
    end

    # number: on the tag;  caught: Simulation::Handling;  damaged: nil leaves it to chance
    # Returns what Core::Recaptures::Candidates takes as a report.
    def of(number, species_code, caught, damaged: nil)
      damaged = @rng.rand < SHARE_DAMAGED if damaged.nil?
      { numbers: [damaged ? Damage.of(number, @rng) : number], species_code: told_species(species_code), caught_on: caught.date,
        lat_deg: caught.lat_deg + (@rng.rand < SHARE_WRONG_PLACE ? WRONG_BY_DEG : 0), lon_deg: caught.lon_deg,
        length: Core::Fish::Length.new(mm: caught.length_mm, kind: @species.fetch(species_code).length_kind, how: caught.how) }
    end

    # A released fish as a candidate, by the tag it got.
    def candidate(number, fish_id, life)
      release, kind = life.values_at(:release, :species)
      { number:, fish_id:, species_code: kind.code, released_on: release.date, lat_deg: release.lat_deg, lon_deg: release.lon_deg,
        length_mm: release.length_mm, length_kind: kind.length_kind, length_how: release.how }
    end

    private

    def told_species(code)
      return nil if @rng.rand < SHARE_SPECIES_UNKNOWN
      return code unless @rng.rand < SHARE_WRONG_SPECIES

      (@species.fetch(code).look_alikes.to_a & @species.keys).sample(random: @rng) || @species.keys.sample(random: @rng)
    end
  end
end
