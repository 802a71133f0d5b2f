# frozen_string_literal: true

require "vips"

module Formats
  # libvips, set up once: pictures come one after another and never again, so nothing is worth
  # keeping, and one core per picture is enough. Readers that are not hardened are off, but for the
  # one of our own drawings; whatever is uploaded is told by its first bytes before it is opened.
  module ImageLibrary
    Error = Vips::Error
    Vips.cache_set_max(0)
    Vips.concurrency_set(1)
    if Vips.respond_to?(:block_untrusted)
      Vips.block_untrusted(true)
      Vips.block("VipsForeignLoadSvg", false)
    end

    module_function

    def open(bytes, **options) = Vips::Image.new_from_buffer(bytes, "", **options)
    def thumbnail(bytes, ...) = Vips::Image.thumbnail_buffer(bytes, ...)

    # Of our own making only.
    def drawing(svg) = Vips::Image.svgload_buffer(svg).flatten(background: 255)
  end
end
