# frozen_string_literal: true

module Acts
  # The first day of a programme: its name, its coast with waters and spots, and its first
  # coordinator, who gets a letter to set a password. Safe to run again: what is there is left or
  # renewed, and nobody is added twice.
  #
  #   given: { name:, contact:, sender:, time_zone: as the IANA names it, coordinator:, email:,
  #          geojson: parsed or nil, sea: name of the sea }
  module SetUpProgramme
    SEA_CODE = "sea"

    module_function

    # Returns { waters:, spots:, coordinator: :added | :there }. Raises Core::InvalidInput.
    def call(store:, setup:)
      store.write do
        KeepWaters.check_zone(store, setup[:time_zone])
        store.programme.keep(setup.slice(:name, :contact, :sender, :time_zone).compact)
        draw(store, setup) if setup[:geojson]
        {
          waters: store.waters.all.size,
          spots: store.waters.spots.size,
          coordinator: coordinator(store, setup)
        }
      end
    end

    def draw(store, setup)
      features = Core::Geography::DrawnCoast.read(setup[:geojson])
      loughs =
        features.filter_map do |feature|
          feature.dig("properties", "name") if feature.dig("properties", "kind") == "lough"
        end
      places = Core::Geography::DrawnCoast.places(features)
      waters(store, setup[:sea] || setup[:name], loughs, places)
      store.programme.replace_coast(features)
      fresh = loughs.first || "Fresh water"
      taken = store.waters.spot_names
      places.reject { |place| taken.value?(place[:name]) }.each do |place|
        store.waters.keep_spot(
          CodeOf.name(place[:name]),
          {
            **place.except(:kind),
            water_code: place[:kind] == "fresh" ? CodeOf.name(fresh) : SEA_CODE,
            retired_at: nil
          }
        )
      end
    end

    def waters(store, sea, loughs, places)
      if places.empty? || places.any? { |place| place[:kind] == "sea" }
        store.waters.keep_water(SEA_CODE, { name: sea, kind: "sea" })
      end
      loughs = ["Fresh water"] if loughs.empty? && places.any? { |place| place[:kind] == "fresh" }
      loughs.each { |name| store.waters.keep_water(CodeOf.name(name), { name:, kind: "fresh" }) }
    end

    def coordinator(store, setup)
      return :there if store.members.account?(setup[:email])

      store.members.add(email: setup[:email], name: setup[:coordinator], role: "coordinator")
      ResetJob.enqueue(setup[:email])
      :added
    end
    private_class_method :draw, :waters, :coordinator
  end
end
