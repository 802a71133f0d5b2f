# frozen_string_literal: true

require "rqrcode"

module Formats
  # A square code that a phone's camera reads, as SVG of its own size.
  module ScanCode
    MODULE_PX = 4

    def self.svg(text)
      RQRCode::QRCode.new(text, level: :m).as_svg(
        module_size: MODULE_PX, use_path: true, viewbox: true,
        svg_attributes: {
          role: "img"
        }
      )
    end
  end
end
