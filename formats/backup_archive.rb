# frozen_string_literal: true

require "digest"
require "json"
require "rubygems/package"

module Formats
  # Everything of a programme in one file that any tar opens: the database's dump, the pictures, the
  # settings, and last a manifest with the hash of each, so that a file that was cut off or damaged
  # is known.
  module BackupArchive
    MANIFEST = "manifest.json"
    FORMAT = 1
    CHUNK_BYTES = 1 << 20

    # Puts one part after the other into a file and writes down what it was.
    class Writer
      def initialize(path)
        @file = File.open(path, File::WRONLY | File::CREAT | File::EXCL | File::BINARY, 0o600)
        @tar = Gem::Package::TarWriter.new(@file)
        @parts = []
      end

      # io: open for reading
      def add(name, io, size)
        digest = Digest::SHA256.new
        @tar.add_file_simple(name, 0o600, size) do |entry|
          while (chunk = io.read(CHUNK_BYTES))
            digest << chunk
            entry.write(chunk)
          end
        end
        @parts << { name:, size:, sha256: digest.hexdigest }
      end

      # about: what else the manifest says
      def close(**about)
        text = JSON.pretty_generate(format: FORMAT, **about, parts: @parts)
        @tar.add_file_simple(MANIFEST, 0o600, text.bytesize) { |entry| entry.write(text) }
        @tar.close
        @file.fsync
        @file.close
      end

      # Leaves nothing behind of one that was not finished.
      def give_up
        @file.close unless @file.closed?
        File.delete(@file.path)
      end
    end

    module_function

    # Holds every part against the manifest. Yields (name, entry) of each part when a block is
    # given; it may read it.
    # Returns the manifest with Symbol keys. Raises Core::InvalidInput with what is wrong.
    def read(path)
      found = {}
      manifest = nil
      each_entry(path) do |entry|
        next manifest = JSON.parse(entry.read, symbolize_names: true) if entry.full_name == MANIFEST

        reading = Reading.new(entry)
        yield entry.full_name, reading if block_given?
        found[entry.full_name] = reading.finish
      end
      check(manifest, found)
    rescue Gem::Package::TarInvalidError, JSON::ParserError, EOFError, NoMethodError
      refuse("This file is no backup of Voucher's, or it was cut off.")
    end

    def each_entry(path, &)
      File.open(path, "rb") { |file| Gem::Package::TarReader.new(file).each(&) }
    end

    def check(manifest, found)
      if manifest.nil?
        refuse("The manifest is missing: the file was cut off while it was written or copied.")
      end
      refuse("This backup was made by a newer version of Voucher.") if manifest[:format] > FORMAT
      manifest[:parts].each do |part|
        refuse("#{part[:name]} is missing in it.") unless found.key?(part[:name])
        if found[part[:name]] != part[:sha256]
          refuse("#{part[:name]} is damaged: its hash is another one than when it was written.")
        end
      end
      manifest
    end

    def refuse(sentence) = raise(Core::InvalidInput.at("file", :bad_backup, sentence))
    private_class_method :each_entry, :check, :refuse

    # One part while it is read, whoever reads it and however far.
    class Reading
      def initialize(entry)
        @entry = entry
        @digest = Digest::SHA256.new
      end

      def read(size = CHUNK_BYTES) = @entry.read(size)&.tap { |chunk| @digest << chunk }

      def finish
        nil while read
        @digest.hexdigest
      end
    end
  end
end
