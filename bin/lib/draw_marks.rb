# frozen_string_literal: true

# Icons as telephones and old browsers want them, of the one mark that is drawn: after a change of
# web/public/mark.svg, ruby bin/lib/draw_marks.rb
require "vips"

PUBLIC = File.expand_path("../../web/public", __dir__)
MARK = File.read(File.join(PUBLIC, "mark.svg"))
# A telephone cuts a maskable icon to its own shape: the mark stands well within.
MASKABLE = MARK.sub("0 0 32 32", "-6 -6 44 44")
  .sub(%(<rect width="32" height="32" rx="7"), %(<rect x="-6" y="-6" width="44" height="44"))

def png(svg, size)
  Vips::Image.svgload_buffer(svg, scale: size / 32.0).thumbnail_image(size, height: size)
    .write_to_buffer(".png[compression=9]")
end

[192, 512].each { |size| File.binwrite(File.join(PUBLIC, "mark-#{size}.png"), png(MARK, size)) }
File.binwrite(File.join(PUBLIC, "mark-maskable.png"), png(MASKABLE, 512))
# An icon file may hold a PNG since 2006: a head of 6 bytes, one entry of 16, the picture.
icon = png(MARK, 32)
File.binwrite(File.join(PUBLIC, "favicon.ico"),
  [0, 1, 1, 32, 32, 0, 0, 1, 32, icon.bytesize, 22].pack("vvvCCCCvvVV") + icon)
