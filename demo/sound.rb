# frozen_string_literal: true

module Demo
  # The Marrow Sound: its coast, waters and spots, and how a fish moves through it.
  class Sound
    FILE = File.expand_path("marrow_sound.geojson", __dir__)
    PROGRAMME = {
      name: "Marrow Sound Tagging Cooperative",
      sender: "Marrow Sound Tagging Cooperative <letters@marrow.example>",
      contact: "office@marrow.example",
      about: "We are anglers around the Marrow Sound who tag fish and let them go.",
      joining: [
        "Come along with one of us first. Then come the lessons in Practice, and a kit.",
        "The year costs 30, the kit 45."
      ].join(" "),
      join_question: "On which island does the harbour of Anchorhead lie?",
      join_answer: "Great Marrow"
    }.freeze
    WATERS = [
      { code: "marrow_sound", name: "Marrow Sound", kind: "sea" },
      { code: "lough_immer", name: "Lough Immer", kind: "fresh" }
    ].freeze
    SPOTS = [
      ["anchorhead_wall", "marrow_sound", "Anchorhead harbour wall", 48.655, -21.506],
      ["saltmouth", "marrow_sound", "Saltmouth estuary", 48.556, -21.590],
      ["eel_water", "marrow_sound", "Eel Water estuary", 48.728, -20.920],
      ["cutter_ledge", "marrow_sound", "Cutter Ledge", 48.735, -21.065],
      ["oe_narrows", "marrow_sound", "Oe Narrows", 48.685, -21.340],
      ["tarn_race", "marrow_sound", "Tarn Holm race", 48.500, -21.150],
      ["harrow_point", "marrow_sound", "Harrow Point", 48.500, -21.000],
      ["south_calf", "marrow_sound", "South Calf rocks", 48.335, -21.365],
      ["skerra_sands", "marrow_sound", "Skerra north sands", 49.070, -21.200],
      ["middle_ground", "marrow_sound", "Middle Ground", 48.840, -21.370],
      ["immer_outflow", "lough_immer", "Lough Immer, outflow", 48.690, -21.690],
      ["immer_head", "lough_immer", "Lough Immer, head", 48.740, -21.700]
    ].map { |row| %i[code water_code name lat_deg lon_deg].zip(row).to_h }.freeze
    BOX = { lat: (48.3..49.1), lon: (-21.9..-20.6) }.freeze
    STEP_KM = 2.5
    KM_PER_DEG = 111.2

    # The programme, its coast, waters and spots, into a database that has none.
    def self.draw(db)
      db[:waters].multi_insert(WATERS)
      db[:spots].multi_insert(SPOTS)
      programme = Store::Programme.new(db)
      programme.keep(PROGRAMME)
      programme.replace_coast(JSON.parse(File.read(FILE)).fetch("features"))
    end

    def initialize
      @outline = Core::Geography::Outline.new(JSON.parse(File.read(FILE)).fetch("features"))
    end

    # A place near a spot, in the same water.
    def near(spot, rng, spread_km: 0.6)
      20.times do
        lat, lon =
          shifted(spot[:lat_deg], spot[:lon_deg], rng.rand * spread_km, rng.rand * 2 * Math::PI)
        return [lat, lon] if @outline.water_at(lat, lon) == kind(spot[:water_code])
      end
      [spot[:lat_deg], spot[:lon_deg]]
    end

    # Swims a distance in short legs, turning away from land and from the edge of the chart.
    def swim(lat, lon, km, water_code, rng)
      heading = rng.rand * 2 * Math::PI
      left = km
      80.times do
        break if left <= 0.02

        leg = [left, STEP_KM].min
        to_lat, to_lon = shifted(lat, lon, leg, heading)
        if BOX[:lat].cover?(to_lat) && BOX[:lon].cover?(to_lon) &&
            @outline.water_at(to_lat, to_lon) == kind(water_code)
          lat, lon = to_lat, to_lon
          left -= leg
          heading += (rng.rand - 0.5) * 0.8
        else
          heading = rng.rand * 2 * Math::PI
          # In a narrow place a shorter leg finds the way out.
          left -= leg * 0.1
        end
      end
      [lat.round(5), lon.round(5)]
    end

    private

    def kind(water_code) = water_code == "lough_immer" ? :lough : :sea

    def shifted(lat, lon, km, heading)
      [
        (lat + (km * Math.cos(heading) / KM_PER_DEG)).round(5),
        (lon + (km * Math.sin(heading) / KM_PER_DEG / Math.cos(lat * Math::PI / 180))).round(5)
      ]
    end
  end
end
