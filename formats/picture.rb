# frozen_string_literal: true

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

    # How much of a JPEG's detail its decoder can leave out while reading.
    JPEG_SHRINKS = [8, 4, 2, 1].freeze

    # media_type; width_px, height_px as stored; thumb: { jpeg:, width_px:, height_px: }
    attr_reader :media_type, :width_px, :height_px, :thumb

    # Opens it to its end, as small as its format allows, so that a broken file is known at once.
    # Raises Core::InvalidInput :heic, :not_a_picture, :picture_too_large or :picture_broken.
    def self.read(bytes)
      start = bytes.byteslice(0, 64).b
      media_type = SIGNATURES.find { |_, signature| start.match?(signature) }&.first
      refuse(:heic, "This is a HEIC picture, which browsers cannot show. Export or share it as JPEG (“most compatible” in the camera's settings) and add it again.") if start.match?(HEIC)
      refuse(:not_a_picture, "This file is not a JPEG, PNG or WebP picture. Export it as JPEG and add it again.") if media_type.nil?

      image = ImageLibrary.open(bytes)
      if image.width * image.height > MAX_PIXELS
        refuse(:picture_too_large,
               "This picture has #{image.width} × #{image.height} pixels, more than we can open. Make it smaller and add it again.")
      end

      new(media_type, image.width, image.height, thumb(bytes, media_type, [image.width, image.height].min))
    rescue ImageLibrary::Error
      refuse(:picture_broken, "This picture cannot be opened to its end; the file may be cut off. Add it again.")
    end

    # { jpeg:, width_px:, height_px: } of the size that is looked at: upright, with every trace of camera and place removed.
    def self.shown(bytes)
      plain(ImageLibrary.thumbnail(bytes, SHOWN_PX, height: SHOWN_PX, size: :down).copy_memory)
    rescue ImageLibrary::Error
      refuse(:picture_broken, "This picture cannot be made smaller; the file may be broken. Export it as JPEG and add it again.")
    end

    def self.thumb(bytes, media_type, shorter_px)
      shrink = media_type == "image/jpeg" ? { shrink: JPEG_SHRINKS.find { |one| shorter_px / one >= THUMB_PX } || 1 } : {}
      whole = ImageLibrary.open(bytes, fail_on: :truncated, **shrink)
      # Reads the last row; a thumbnail alone would pass over what is missing.
      whole.avg
      plain(whole.thumbnail_image(THUMB_PX, height: THUMB_PX, size: :down).copy_memory)
    end

    def self.plain(image) = { jpeg: image.jpegsave_buffer(Q: 85, strip: true), width_px: image.width, height_px: image.height }

    def self.refuse(code, sentence) = raise(Core::InvalidInput.at("photo", code, sentence))
    private_class_method :thumb, :plain, :refuse

    def initialize(media_type, width_px, height_px, thumb)
      @media_type = media_type
      @width_px = width_px
      @height_px = height_px
      @thumb = thumb
    end
  end
end
