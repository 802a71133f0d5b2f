# frozen_string_literal: true

require "vips"

module Formats
  # A photo as it was sent: what it is by its content, whatever its name says.
  class Picture
    SIGNATURES = {
      "image/jpeg" => /\A\xFF\xD8\xFF/n, "image/png" => /\A\x89PNG\r\n\x1A\n/n, "image/webp" => /\ARIFF....WEBP/mn
    }.freeze
    # Enough for any camera; more is a bomb or a mistake.
    MAX_PIXELS = 120_000_000
    SHOWN_PX = 1600
    THUMB_PX = 360
    # ISO base media files that phones make; see ISO/IEC 23008-12.
    HEIC = /\A.{4}ftyp(?:heic|heix|hevc|heim|heis|mif1|msf1)/mn

    attr_reader :media_type, :width_px, :height_px

    # Opens it to its end, at a small size, so that a broken file is known at once.
    # Raises Core::InvalidInput :heic, :not_a_picture, :picture_too_large or :picture_broken.
    def self.read(bytes)
      media_type = SIGNATURES.find { |_, signature| bytes.b.match?(signature) }&.first
      refuse(:heic, "This is a HEIC picture, which browsers cannot show. Export or share it as JPEG (“most compatible” in the camera's settings) and add it again.") if bytes.b.match?(HEIC)
      refuse(:not_a_picture, "This file is not a JPEG, PNG or WebP picture. Export it as JPEG and add it again.") if media_type.nil?

      Vips.block_untrusted(true) if Vips.respond_to?(:block_untrusted)
      image = Vips::Image.new_from_buffer(bytes, "")
      if image.width * image.height > MAX_PIXELS
        refuse(:picture_too_large,
               "This picture has #{image.width} × #{image.height} pixels, more than we can open. Make it smaller and add it again.")
      end

      # Read to its last row, as small as the format allows.
      Vips::Image.new_from_buffer(bytes, "", fail_on: :truncated, **(media_type == "image/jpeg" ? { shrink: 8 } : {})).avg
      new(media_type, image.width, image.height, bytes)
    rescue Vips::Error
      refuse(:picture_broken, "This picture cannot be opened to its end; the file may be cut off. Add it again.")
    end

    def self.refuse(code, sentence) = raise(Core::InvalidInput.at("photo", code, sentence))
    private_class_method :refuse

    def initialize(media_type, width_px, height_px, bytes)
      @media_type = media_type
      @width_px = width_px
      @height_px = height_px
      @bytes = bytes
      @thumb = smaller(THUMB_PX)
    end

    # { jpeg:, width_px:, height_px: }: upright, with every trace of camera and place removed.
    attr_reader :thumb

    def shown = smaller(SHOWN_PX)

    private

    def smaller(most)
      image = Vips::Image.thumbnail_buffer(@bytes, most, height: most, size: :down).copy_memory
      { jpeg: image.jpegsave_buffer(Q: 85, strip: true), width_px: image.width, height_px: image.height }
    end
  end
end
