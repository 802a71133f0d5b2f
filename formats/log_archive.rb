# frozen_string_literal: true

require "tempfile"
require "zip"

module Formats
  # A log and its pictures in one file that opens everywhere.
  module LogArchive
    EXTENSION = { "image/jpeg" => "jpg", "image/png" => "png", "image/webp" => "webp" }.freeze

    # pictures: [{ id:, media_type:, taken_at:, encounter_id:, bytes: -> String }]. Returns an unlinked-on-close Tempfile, written to its end.
    def self.write(csv:, pictures:)
      file = Tempfile.new(["voucher-log", ".zip"], binmode: true)
      Zip::OutputStream.open(file.path) do |zip|
        zip.put_next_entry("log.csv")
        zip.write(csv)
        # Pictures are packed already.
        pictures.each do |one|
          zip.put_next_entry("photos/#{name(one)}", nil, nil, Zip::Entry::STORED)
          zip.write(one[:bytes].call)
        end
      end
      file
    end

    # By our own id: a camera's file names repeat, and a name from outside is no path.
    def self.name(one)
      "#{[one[:taken_at]&.utc&.strftime('%Y%m%d-%H%M%S'), one[:encounter_id] ? "fish-#{one[:encounter_id]}" : 'no-fish', one[:id]].compact.join('_')}.#{EXTENSION.fetch(one[:media_type])}"
    end
    private_class_method :name
  end
end
