# frozen_string_literal: true

module Demo
  # What a finder tells of a catch whose truth is known. Most read the number right, in many ways of
  # writing; some cannot read all of it or slip; some take the fish for another species, leave
  # things out, mistype the length or mark a wrong place.
  class Telling
    # Invented shares: what is found with them holds for finders like these.
    SHARE_DAMAGED = 0.06
    SHARE_WRONG_SPECIES = 0.02
    SHARE_SPECIES_UNKNOWN = 0.05
    SHARE_NO_LENGTH = 0.2
    # Inches for centimetres, the wrong end of the tape.
    SHARE_LENGTH_WRONG = 0.01
    LENGTH_WRONG_BY = [0.39, 0.5, 2.54, 1.4, 0.7].freeze
    SHARE_NO_PLACE = 0.12
    SHARE_WRONG_PLACE = 0.01
    WRONG_BY_DEG = 2.0
    SHARE_SPAN = 0.05
    SHARE_DAY_UNKNOWN = 0.03
    # The number and nothing else; then, and beside a photo of the tag, the page asks for it twice.
    SHARE_NUMBER_ALONE = 0.01
    SHARE_WITH_PHOTO = 0.4
    SPAN_DAYS = 31

    def initialize(species, rng)
      @species = species
      @rng = rng
    end

    # number: on the tag;  caught: Simulation::Handling;  damaged: nil leaves it to chance;  today:
    #         when it is told
    # Returns what Core::Recaptures::Candidates takes as a report.
    def of(number, species_code, caught, damaged: nil, today: caught.date + 40)
      damaged = @rng.rand < SHARE_DAMAGED if damaged.nil?
      alone = @rng.rand < SHARE_NUMBER_ALONE
      read =
        (
          if damaged
            Damage.of(number, @rng, typed_again: alone || @rng.rand < SHARE_WITH_PHOTO)
          else
            Damage.written(number, @rng)
          end
        )
      if alone
        return (
          {
            numbers: [read],
            species_code: nil,
            length: nil,
            lat_deg: nil,
            lon_deg: nil,
            **day(caught, today)
          }
        )
      end

      {
        numbers: [read],
        species_code: told_species(species_code),
        length: length(species_code, caught),
        **place(caught),
        **day(caught, today)
      }
    end

    # A released fish as a candidate, by the tag it got.
    def candidate(number, fish_id, life)
      release, kind = life.values_at(:release, :species)
      {
        number:, fish_id:, species_code: kind.code, released_on: release.date, ended_on: nil,
        lat_deg: release.lat_deg, lon_deg: release.lon_deg, length_mm: release.length_mm,
        length_kind: kind.length_kind, length_how: release.how
      }
    end

    private

    def day(caught, today)
      chance = @rng.rand
      return { caught_on: today, caught_from: nil } if chance < SHARE_DAY_UNKNOWN
      return { caught_on: caught.date } if chance > SHARE_DAY_UNKNOWN + SHARE_SPAN

      before = @rng.rand(SPAN_DAYS)
      { caught_on: caught.date + (SPAN_DAYS - 1 - before), caught_from: caught.date - before }
    end

    def place(caught)
      return { lat_deg: nil, lon_deg: nil } if @rng.rand < SHARE_NO_PLACE

      {
        lat_deg: caught.lat_deg + (@rng.rand < SHARE_WRONG_PLACE ? WRONG_BY_DEG : 0),
        lon_deg: caught.lon_deg
      }
    end

    def length(species_code, caught)
      return nil if @rng.rand < SHARE_NO_LENGTH

      wrong = @rng.rand < SHARE_LENGTH_WRONG ? LENGTH_WRONG_BY.sample(random: @rng) : 1
      Core::Fish::Length.new(
        mm: (caught.length_mm * wrong).round,
        kind: @species.fetch(species_code).length_kind,
        how: caught.how
      )
    end

    def told_species(code)
      return nil if @rng.rand < SHARE_SPECIES_UNKNOWN
      return code unless @rng.rand < SHARE_WRONG_SPECIES

      (@species.fetch(code).look_alikes.to_a & @species.keys).sample(random: @rng) ||
        @species.keys.sample(random: @rng)
    end
  end
end
