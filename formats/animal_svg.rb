# frozen_string_literal: true

module Formats
  # An animal of Core::Drawing as a picture for paper.
  module AnimalSvg
    INK = "#22313a"
    LOOKS = {
      "fin" => "fill:#c5d8d6;stroke-width:5", "ray" => "fill:none;stroke-width:2.5",
      "spine" => "fill:#22313a;stroke-width:4", "body" => "fill:#9dbdbc;stroke-width:7",
      "line" => "fill:none;stroke-width:5", "gill" => "fill:none;stroke-width:5",
      "mouth" => "fill:none;stroke-width:6", "lateral" => "fill:none;stroke-width:3",
      "skin" => "fill:#7f9f9f;stroke:none",
      "skin_line" => "fill:none;stroke:#7f9f9f;stroke-width:3",
      "limb" => "fill:#b1cac8;stroke-width:6", "leg" => "fill:none;stroke-width:16",
      "plate" => "fill:#e5eeec;stroke-width:4", "eye" => "fill:#ffffff;stroke-width:4",
      "dark" => "fill:#22313a;stroke:none"
    }.freeze

    module_function

    # Returns { svg:, ratio: height to width }
    def of(guild)
      picture = Core::Drawing::Picture.of(guild)
      x, y, radius = picture[:eye]
      eye = [["eye", Core::Drawing::Pen.circle([x, y], radius)],
        ["dark", Core::Drawing::Pen.circle([x, y], radius / 2.0)]]
      layers = picture[:layers].map { |layer| layer.values_at(:as, :path) } + eye
      _, _, width, height = picture[:box]
      { svg: %(<svg xmlns="http://www.w3.org/2000/svg" viewBox="#{picture[:box].join(' ')}" ) +
        %(width="#{width}" height="#{height}">#{layers.map do |as, path|
          path(as, path)
        end.join}</svg>),
        ratio: height / width.to_f }
    end

    # Attributes and no style: pages allow none that stands in them.
    def path(as, path)
      look = LOOKS.fetch(as).split(";").to_h { |pair| pair.split(":") }
      attributes = { "d" => path, "stroke" => INK, **look }
      %(<path #{attributes.map { |name, value| %(#{name}="#{value}") }.join(' ')}/>)
    end
    private_class_method :path
  end
end
