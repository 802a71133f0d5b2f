# frozen_string_literal: true

module Acts
  # What coordinators keep of the programme and its waters: its name, waters, spots, the drawn
  # coast.
  module KeepWaters
    SHOWN = Store::Programme::KEPT

    module_function

    # { programme:, waters: [...], spots: [{ ..., fish:, retired: }], coast: { version:, features:
    # Integer } }
    def read(store:, coast:)
      {
        programme: store.programme.find.slice(*SHOWN),
        waters: store.waters.all,
        spots: store.waters.all_spots,
        gear: store.laws.all_gear.map(&:to_h),
        coast: {
          version: coast.version,
          features: coast.features.size
        }
      }
    end

    # sent: { name:, contact:, time_zone:, season_begins:, about:, joining:, join_question:,
    #         join_answer: }
    def programme(store:, by:, sent:)
      check_zone(store, sent[:time_zone])
      if sent[:join_question].nil? != sent[:join_answer].nil?
        refuse("join_answer", "A question for people who join needs its answer, and the reverse.")
      end
      store.write do
        before = store.programme.find
        store.programme.keep(before.slice(*SHOWN).merge(sent))
        store.changes.note(
          record: "programme",
          record_id: 1,
          before: before.slice(*sent.keys),
          after: sent,
          member_id: by.id
        )
      end
    end

    def check_zone(store, name)
      return if name.nil? || store.programme.time_zone?(name)

      raise Core::InvalidInput.at(
        "time_zone", :unknown_zone,
        "There is no time zone #{name.inspect}. Write it as Region/City, or UTC."
      )
    end

    # A new water, or another name for one. Its kind stays: fish were weighed and budgets given by
    # it.
    # sent: { name:, kind:, corners: [[lat_deg, lon_deg], ...] | absent }; only fresh water is
    #       drawn, the sea is the rest.
    def water(store:, by:, code:, sent:)
      store.write do
        before = store.waters.water(code)
        if before && before[:kind] != sent[:kind]
          raise Core::Conflict.at(
            "kind",
            :kind_stays,
            Core::Text.of(
              "office.keep_waters.is_water_add_another_water", before: before[:name],
              kind: before[:kind]
            )
          )
        end

        check_name("water", store.waters.water_names, code, sent[:name])
        store.waters.keep_water(code, sent)
        draw(store, sent, before&.fetch(:name)) if sent[:corners]
        store.changes.note(
          record: "water",
          record_id: code,
          before: before&.slice(*sent.keys),
          after: sent,
          member_id: by.id
        )
      end
    end

    # The law on gear in a water; what it said before stands in the change history.
    #   sent: members of Core::Law::Gear but the water
    def gear(store:, by:, code:, sent:, today:)
      refuse("water_code", "There is no water #{code.inspect}.") unless store.waters.water(code)
      if sent[:checked_on] > today
        refuse("checked_on", "#{sent[:checked_on]} is in the future. Enter the day you checked.")
      end
      least, most = sent.values_at(:hoop_least_mm, :hoop_most_mm)
      if least && most && least > most
        refuse("hoop_most_mm", "The widest net must not be narrower than the narrowest.")
      end
      law = Core::Law::Gear.new(water_code: code, **sent)
      store.write do
        before = store.laws.gear(code)
        store.laws.enter_gear(law, member_id: by.id)
        store.changes.note(
          record: "gear_law", record_id: code, before: before&.to_h, after: law.to_h,
          member_id: by.id
        )
      end
    end

    # A new spot, or a change of one. sent: { name:, water_code:, lat_deg:, lon_deg:, retired: }
    # Raises Core::InvalidInput for one that does not lie in its water.
    def spot(store:, by:, code:, sent:, now:)
      store.write do
        # As it is drawn now: somebody may have drawn the water a moment ago.
        outline = Core::Geography::Outline.new(store.programme.coast)
        water = store.waters.water(sent[:water_code]) or
          refuse("water_code", "There is no water #{sent[:water_code].inspect}.")
        check_place(sent, water, outline)
        check_name("spot", store.waters.spot_names, code, sent[:name])
        before = store.waters.spot(code)
        store.waters.keep_spot(
          code,
          sent.except(:retired).merge(retired_at: sent[:retired] ? now : nil)
        )
        store.changes.note(
          record: "spot",
          record_id: code,
          before: before&.slice(*sent.keys),
          after: sent,
          member_id: by.id
        )
      end
    end

    # geojson: parsed, String keys. Spots that would lie on land are named, and nothing is changed.
    #          Returns the features kept.
    def coast(store:, by:, geojson:)
      features = Core::Geography::DrawnCoast.read(geojson)
      store.write do
        refuse_dry(store, features)
        store.programme.replace_coast(features)
        store.changes.note(
          record: "coast",
          record_id: 1,
          before: nil,
          after: {
            features: features.size
          },
          member_id: by&.id
        )
      end
      features
    end

    # Spots that would be dry then are named, and nothing is changed.
    def draw(store, sent, name_before)
      if sent[:kind] != "fresh"
        refuse("corners", "The sea is everything outside the land. Only fresh water is drawn.")
      end
      known =
        store.programme.coast.reject do |feature|
          feature["properties"].values_at("kind", "name") == ["lough", name_before] &&
            name_before != sent[:name]
        end
      features =
        Core::Geography::DrawnCoast.with_water(known, name: sent[:name], corners: sent[:corners])
      refuse_dry(store, features)
      store.programme.replace_coast(features)
    end

    def refuse_dry(store, features)
      outline = Core::Geography::Outline.new(features)
      dry = store.waters.spots.reject { |spot| spot.wet?(outline) }
      return if dry.empty?

      refuse(
        "features",
        Core::Text.of("office.keep_waters.on_this_coast_would_not", dry: dry.map(&:name).join(", "))
      )
    end

    def check_place(sent, water, outline)
      place = Core::Geography::Spot.new(**sent.slice(:lat_deg, :lon_deg), water_kind: water[:kind])
      return if place.wet?(outline)

      refuse(
        "lat_deg",
        "This place does not lie in #{water[:name]} as it is drawn. Move it into the water."
      )
    end

    # known: { code => name };  noun: of what they are
    def check_name(noun, known, code, name)
      taken = known.any? { |other, its_name| other != code && its_name.casecmp?(name) }
      refuse("name", "Another #{noun} is called #{name} already. Choose another name.") if taken
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :bad_water, sentence))
    private_class_method :draw, :refuse_dry, :check_place, :check_name, :refuse
  end
end
