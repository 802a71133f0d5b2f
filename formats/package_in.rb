# frozen_string_literal: true

require "json"
require "zip"

module Formats
  # A data package as DataPackage writes it, on its way back.
  module PackageIn
    TABLE = "data/catches.csv"
    MOST_BYTES = 200_000_000

    module_function

    # Bytes of its table of catches; nil where it is no data package of ours, or no archive. Raises
    # Core::InvalidInput.
    def catches(bytes)
      return nil unless bytes.b.start_with?("PK\x03\x04".b)

      zip = Zip::File.open_buffer(StringIO.new(bytes))
      descriptor, table = ["datapackage.json", TABLE].map { |name| zip.find_entry(name) }
      return nil unless descriptor && table

      if table.size > MOST_BYTES
        refuse("The table in this package is larger than #{MOST_BYTES / 1_000_000} MB.")
      end
      check(table.get_input_stream.read(MOST_BYTES), JSON.parse(descriptor.get_input_stream.read))
    rescue Zip::Error
      nil
    rescue JSON::ParserError, Zlib::Error
      refuse("This package cannot be read to its end. Send it as it was given out.")
    end

    # What was changed on the way is said before any of it is read.
    def check(table, descriptor)
      resources = descriptor.is_a?(Hash) ? Array(descriptor["resources"]).grep(Hash) : []
      said = resources.find { |one| one["path"] == TABLE }&.fetch("hash", nil)
      return table if said.nil? || said == "sha256:#{Digest::SHA256.hexdigest(table)}"

      refuse("The table in this package is not the one that its description names: their hashes " \
        "differ. Unpack it and send #{TABLE} itself if that is what you want.")
    end

    def refuse(sentence) = raise(Core::InvalidInput.at("file", :not_whole, sentence))
    private_class_method :check, :refuse
  end
end
