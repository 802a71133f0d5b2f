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

    attr_reader :media_type, :width_px, :height_px, :shown_jpeg

    # Raises Core::InvalidInput :not_a_picture, :picture_too_large or :picture_broken.
    def self.read(bytes)
      media_type = SIGNATURES.find { |_, signature| bytes.b.match?(signature) }&.first
      refuse(:not_a_picture, "This file is not a JPEG, PNG or WebP picture. Export it as JPEG and add it again.") if media_type.nil?

      Vips.block_untrusted(true) if Vips.respond_to?(:block_untrusted)
      image = Vips::Image.new_from_buffer(bytes, "")
      if image.width * image.height > MAX_PIXELS
        refuse(:picture_too_large,
               "This picture has #{image.width} × #{image.height} pixels, more than we can open. Make it smaller and add it again.")
      end

      new(media_type, image.width, image.height, shown(bytes))
    rescue Vips::Error
      refuse(:picture_broken, "This picture cannot be opened to its end; the file may be cut off. Add it again.")
    end

    # Turned upright, at most SHOWN_PX wide and high, with every trace of camera and place removed.
    def self.shown(bytes)
      Vips::Image.thumbnail_buffer(bytes, SHOWN_PX, height: SHOWN_PX, size: :down, fail_on: :truncated).copy_memory.jpegsave_buffer(Q: 85, strip: true)
    end

    def self.refuse(code, sentence) = raise(Core::InvalidInput.at("photo", code, sentence))
    private_class_method :shown, :refuse

    def initialize(media_type, width_px, height_px, shown_jpeg)
      @media_type = media_type
      @width_px = width_px
      @height_px = height_px
      @shown_jpeg = shown_jpeg
    end
  end
end
