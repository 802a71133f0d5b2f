# frozen_string_literal: true

require "exifr/jpeg"

module Formats
  # What a camera wrote into its JPEG. Anything unreadable or impossible is nil; a picture is never
  # refused for it.
  module Exif
    YEARS = (1990..2100)
    FOCAL_35MM = (5..1000)
    NOTHING = { camera_at: nil, camera: nil, focal_35mm: nil, lat_deg: nil, lon_deg: nil }.freeze

    module_function

    # camera_at: Time whose UTC fields are what the camera's clock showed;  focal_35mm: as on a film
    #            of 36 × 24 mm
    def read(bytes)
      exif = EXIFR::JPEG.new(StringIO.new(bytes))
      return NOTHING unless exif.exif?

      { camera_at: time(exif), camera: camera(exif), focal_35mm: focal(exif), **place(exif) }
    rescue StandardError
      # The library raises whatever a broken tag makes it stumble over.
      NOTHING
    end

    def camera(exif)
      name = [exif.make, exif.model].compact.map { |word| clean(word) }.uniq.join(" ")[0, 100]
      name.empty? ? nil : name
    end

    def time(exif)
      taken_at = exif.date_time_original || exif.date_time
      taken_at = taken_at.first if taken_at.is_a?(Array)
      return nil unless taken_at.respond_to?(:year) && YEARS.cover?(taken_at.year)

      Time.utc(taken_at.year, taken_at.month, taken_at.day, taken_at.hour, taken_at.min,
        taken_at.sec)
    rescue StandardError
      nil
    end

    def focal(exif)
      length = exif.focal_length_in_35mm_film
      length.is_a?(Numeric) && FOCAL_35MM.cover?(length) ? length.to_f : nil
    rescue StandardError
      nil
    end

    def place(exif)
      gps = exif.gps
      lat, lon = gps&.latitude, gps&.longitude
      sound =
        lat && lon && lat.finite? && lon.finite? && lat.abs <= 90 && lon.abs <= 180 &&
        (lat.nonzero? || lon.nonzero?)
      sound ? { lat_deg: lat.to_f, lon_deg: lon.to_f } : { lat_deg: nil, lon_deg: nil }
    rescue StandardError
      { lat_deg: nil, lon_deg: nil }
    end

    def clean(word)
      word.to_s.dup.force_encoding(Encoding::UTF_8).scrub("").gsub(/[[:cntrl:]]/, "").strip
    end
    private_class_method :time, :focal, :place, :clean
  end
end
