# frozen_string_literal: true

require "tempfile"
require "zip"

module Formats
  # A log and its pictures in one file that opens everywhere.
  module LogArchive
    EXTENSION = { "image/jpeg" => "jpg", "image/png" => "png", "image/webp" => "webp" }.freeze

    # photo: Core::Records::Photo;  read: -> its bytes, or nil when its file is gone
    Picture =
      Struct.new(:photo, :read, keyword_init: true) do
        # By our own id: a camera's file names repeat, and a name from outside is no path.
        def name
          fish = photo.encounter_id ? "fish-#{photo.encounter_id}" : "no-fish"
          taken = photo.taken_at&.utc&.strftime("%Y%m%d-%H%M%S")
          "#{[taken, fish, photo.id].compact.join('_')}.#{EXTENSION.fetch(photo.media_type)}"
        end
      end

    # parts: { name in the archive => path of a file }
    # pictures: [Picture]. Returns an unlinked-on-close Tempfile, written to its end.
    def self.write(csv:, pictures:, parts: {})
      file = Tempfile.new(["voucher-log", ".zip"], binmode: true)
      Zip::OutputStream.open(file.path) do |zip|
        zip.put_next_entry("log.csv")
        zip.write(csv)
        parts.each do |name, path|
          zip.put_next_entry(name)
          File.open(path, "rb") { |part| IO.copy_stream(part, zip) }
        end
        # Pictures are packed already.
        gone = pictures.reject { |picture| put(zip, picture) }
        say(zip, gone) unless gone.empty?
      end
      file
    end

    # Whether it could be put in.
    def self.put(zip, picture)
      bytes = picture.read.call or return false
      zip.put_next_entry("photos/#{picture.name}", nil, nil, Zip::Entry::STORED)
      zip.write(bytes)
    end

    def self.say(zip, gone)
      zip.put_next_entry("missing-pictures.txt")
      zip.write(
        Core::Text.of("formats.log_archive.the_files_of_these_photos")
      )
      gone.each { |picture| zip.write("#{picture.name}\n") }
    end

    private_class_method :put, :say
  end
end
