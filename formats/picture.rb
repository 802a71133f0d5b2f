# frozen_string_literal: true

module Formats
  # A photo as it was sent: what it is by its content, whatever its name says. Work for a process of
  # its own (Devices::PictureWorkshop): what is opened here may be made to do harm.
  module Picture
    SIGNATURES = {
      "image/jpeg" => /\A\xFF\xD8\xFF/n,
      "image/png" => /\A\x89PNG\r\n\x1A\n/n,
      "image/webp" => /\ARIFF....WEBP/mn
    }.freeze
    # Enough for any camera; more is a bomb or a mistake.
    MAX_PIXELS = 120_000_000
    # What it takes once it is opened, after what its format can leave out while reading.
    MAX_OPENED_BYTES = 250_000_000
    SHOWN_PX = 1600
    THUMB_PX = 360
    # A dark grey.
    PAINT = 60
    # ISO base media files that phones make; see ISO/IEC 23008-12.
    HEIC = /\A.{4}ftyp(?:heic|heix|hevc|heim|heis|mif1|msf1)/mn
    # How much of a JPEG's detail its decoder can leave out while reading.
    JPEG_SHRINKS = [8, 4, 2, 1].freeze
    BYTES_PER_SAMPLE =
      Hash.new(8).merge(uchar: 1, char: 1, ushort: 2, short: 2, uint: 4, int: 4, float: 4).freeze

    # width_px, height_px: as stored when it was read, of the JPEG when it was made to be shown
    Opened = Struct.new(:media_type, :width_px, :height_px, :jpeg, keyword_init: true)

    module_function

    # Opens it to its end, as small as its format allows, so that a broken file is known at once;
    # jpeg is its thumbnail.
    # Raises Core::InvalidInput :heic, :not_a_picture, :picture_too_large or :picture_broken.
    def read(bytes)
      media_type = media_type(bytes)
      image = ImageLibrary.open(bytes)
      shrink = shrink(image, media_type, THUMB_PX)
      check_size(image, shrink)
      Opened.new(
        media_type:, width_px: image.width, height_px: image.height,
        jpeg: thumb(bytes, media_type, shrink)
      )
    rescue ImageLibrary::Error
      refuse(
        :picture_broken,
        "This photo cannot be opened to its end. The file may be cut off. Add it again."
      )
    end

    # The size that is looked at: upright, with every trace of camera and place removed.
    def shown(bytes) = plain(upright(bytes, SHOWN_PX))

    # Vips::Image, the right way up, no larger than that on its longer side.
    def upright(bytes, most_px)
      media_type = media_type(bytes)
      image = ImageLibrary.open(bytes)
      check_size(image, shrink(image, media_type, most_px))
      ImageLibrary.thumbnail(bytes, most_px, height: most_px, size: :down).copy_memory
    rescue ImageLibrary::Error
      refuse(
        :picture_broken,
        Core::Text.of("formats.picture.this_photo_cannot_be_made")
      )
    end

    # The copy that everybody may see: with circles painted over, [[x, y, radius]] in shares of the
    # width. The paint is solid: what lies under it cannot be brought back.
    def covered(bytes, circles)
      image = ImageLibrary.thumbnail(bytes, SHOWN_PX, height: SHOWN_PX, size: :down).copy_memory
      image = image.mutate do |canvas|
        circles.each do |x, y, radius|
          canvas.draw_circle!(
            [PAINT] * image.bands, *[x, y, radius].map { |share| (share * image.width).round },
            fill: true
          )
        end
      end
      plain(image)
    end

    def media_type(bytes)
      start = bytes.byteslice(0, 64).b
      if start.match?(HEIC)
        refuse(
          :heic,
          Core::Text.of("formats.picture.this_is_a_heic_photo")
        )
      end
      SIGNATURES.find { |_, signature| start.match?(signature) }&.first ||
        refuse(
          :not_a_picture,
          "This file is not a JPEG, PNG or WebP photo. Export it as JPEG and add it again."
        )
    end

    # By how much its decoder can make it smaller while reading, so that its shorter side keeps so
    # many pixels.
    def shrink(image, media_type, least_px)
      return 1 unless media_type == "image/jpeg"

      JPEG_SHRINKS.find { |shrink| [image.width, image.height].min / shrink >= least_px } || 1
    end

    # By what its head says, before anything of it is opened.
    def check_size(image, shrink)
      pixels = image.width * image.height
      opened = pixels * image.bands * BYTES_PER_SAMPLE[image.format] / (shrink * shrink)
      return if pixels <= MAX_PIXELS && opened <= MAX_OPENED_BYTES

      refuse(
        :picture_too_large,
        Core::Text.of(
          "formats.picture.this_photo_has_pixels_more", width: image.width, height: image.height
        )
      )
    end

    def thumb(bytes, media_type, shrink)
      whole =
        ImageLibrary.open(
          bytes,
          fail_on: :truncated,
          **(media_type == "image/jpeg" ? { shrink: } : {})
        )
      # Reads the last row; a thumbnail alone would pass over what is missing.
      whole.avg
      plain(whole.thumbnail_image(THUMB_PX, height: THUMB_PX, size: :down).copy_memory).jpeg
    end

    def plain(image)
      Opened.new(
        media_type: "image/jpeg",
        width_px: image.width,
        height_px: image.height,
        jpeg: image.jpegsave_buffer(Q: 85, strip: true)
      )
    end

    def refuse(code, sentence) = raise(Core::InvalidInput.at("photo", code, sentence))
    private_class_method :media_type, :shrink, :check_size, :thumb, :plain, :refuse
  end
end
