# frozen_string_literal: true

module Api
  # Values as the contract shows them.
  module Views
    module_function

    def species_name(species)
      {
        code: species.code, common_name: species.common_name,
        scientific_name: species.scientific_name, length_kind: species.length_kind,
        guild_key: species.guild_key, nicknames: species.nicknames, is_local: species.is_local
      }
    end

    # typical: Core::Recaptures::Typical::Answer or nil;  pictures: [slug] that everybody may see
    def story(story, typical, pictures)
      {
        pictures:,
        audience: story.audience,
        species: species_name(story.species),
        catches: story.catches.map { |caught| catch_(caught) },
        typical: typical && typical(typical),
        legs: story.legs.map { |stop| leg(stop) },
        whole: story.whole && leg(story.whole)
      }
    end

    def typical(typical)
      typical.to_h.merge(growth: typical.growth&.to_h, distance: typical.distance&.to_h)
    end

    # opened: Acts::OpenDockside::Opened
    def dockside(opened)
      {
        **opened.to_h,
        fish: opened.fish.map { |caught| dockside_fish(caught) },
        photos: opened.photos.map { |photo| dockside_photo(photo) },
        tags: opened.tags.plain,
        doubts: opened.doubts.flat_map do |encounter_id, doubts|
          doubts.map { |doubt| { encounter_id:, **doubt.to_h } }
        end,
        held: opened.held.map do |held|
          held.slice(:id, :code, :message).merge(source: held.source)
        end
      }
    end

    NOT_SHOWN = %i[
      fingerprint review member_id tag_advice recorded_by voided_at voided_because voided_by
    ].freeze

    def dockside_fish(caught)
      encounter = caught.encounter
      {
        **encounter.to_h.except(*NOT_SHOWN),
        tag_numbers: caught.tag_numbers,
        new_tag_numbers: caught.new_tag_numbers,
        ended_at: caught.ended_at
      }
    end

    PHOTO = %i[
      id name camera camera_at taken_at lat_deg lon_deg encounter_id placed_by sure width_px
      height_px shown_width_px shown_height_px marks measured_mm measured_sd_mm trouble bytes
      focal_35mm seen_number seen_share proposed_marks
    ].freeze

    def dockside_photo(photo)
      { **photo.slice(*PHOTO), is_sized: photo.sized?, fit: photo.fit }
    end

    def catch_(caught)
      length = caught.length
      caught.slice(
        :what, :source, :caught_on, :day_said, :caught_from, :found_how, :lat_deg, :lon_deg,
        :place_name, :tag_numbers, :fate, :by, :relative_weight, :weight_g, :outcome
      ).merge(
        length_mm: length&.mm,
        length_kind: length&.kind,
        length_how: length&.how,
        length_sd_mm: length&.sd_mm,
        length_margin_mm: length&.margin_mm
      )
    end

    def leg(leg)
      leg.to_h.merge(
        growth:
          leg.growth.to_h.merge(
            sentence: leg.growth.sentence,
            sentence_imperial: leg.growth.sentence("imperial")
          )
      )
    end
    private_class_method :catch_, :leg, :typical, :dockside_fish, :dockside_photo
  end
end
