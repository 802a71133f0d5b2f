# frozen_string_literal: true

module Core
  module Geography
    # A place that has a name.
    #
    #   water_kind: "sea" | "fresh"
    Spot = Value.of(:code, :name, :water_code, :water_name, :water_kind, :lat_deg, :lon_deg) do
      # Whether it lies in water of its kind.
      #   outline: Outline
      def wet?(outline)
        outline.water_at(lat_deg, lon_deg) == (water_kind == "fresh" ? :lough : :sea)
      end
    end
  end
end
