# frozen_string_literal: true

require "digest"
require "json"
require "openssl"
require "rubygems/package"

module Formats
  # Everything of a programme in one file that any tar opens: the database's dump, the pictures, the
  # settings, and last a manifest with the hash of each, so that a file that was cut off or damaged
  # is known; and the manifest's signature, so that one that was rewritten is known too.
  module BackupArchive
    MANIFEST = "manifest.json"
    SIGNATURE = "manifest.hmac"
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

      # key: to sign with;  about: what else the manifest says
      def close(key:, **about)
        text = JSON.pretty_generate(format: FORMAT, **about, parts: @parts)
        { MANIFEST => text, SIGNATURE => BackupArchive.signature(text, key) }.each do |name, part|
          @tar.add_file_simple(name, 0o600, part.bytesize) { |entry| entry.write(part) }
        end
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

    def signature(text, key) = OpenSSL::HMAC.hexdigest("SHA256", key, text)

    # Holds every part against the manifest. Yields (name, entry) of each part when a block is
    # given; it may read it.
    #
    #   key: that backups are signed with here, nil where there is none
    #
    # Returns the manifest with Symbol keys, and signed: whether it was signed with this key.
    # Raises Core::InvalidInput with what is wrong.
    def read(path, key: nil)
      files = {}
      text = signature = nil
      each_entry(path) do |entry|
        next text = entry.read if entry.full_name == MANIFEST
        next signature = entry.read if entry.full_name == SIGNATURE

        reading = Reading.new(entry)
        yield entry.full_name, reading if block_given?
        files[entry.full_name] = reading.finish
      end
      manifest = text && JSON.parse(text, symbolize_names: true)
      check(manifest, files)
      { **manifest, signed: signed?(text, signature, key) }
    rescue Gem::Package::TarInvalidError, JSON::ParserError, EOFError, NoMethodError
      refuse("This file is not a backup of Voucher, or it was cut off.")
    end

    def each_entry(path, &)
      File.open(path, "rb") { |file| Gem::Package::TarReader.new(file).each(&) }
    end

    def signed?(text, signature, key)
      return false if key.nil? || signature.nil?
      return true if OpenSSL.secure_compare(signature, self.signature(text, key))

      refuse(Core::Text.of("formats.backup_archive.the_manifest_is_not_as"))
    end

    def check(manifest, files)
      if manifest.nil?
        refuse("The manifest is missing: the file was cut off while it was written or copied.")
      end
      refuse("This backup was made by a newer version of Voucher.") if manifest[:format] > FORMAT
      strange = files.keys - manifest[:parts].map { |part| part[:name] }
      unless strange.empty?
        refuse("It contains #{strange.first}, which its manifest does not list.")
      end
      manifest[:parts].each do |part|
        refuse("#{part[:name]} is missing in it.") unless files.key?(part[:name])
        if files[part[:name]] != part[:sha256]
          refuse("#{part[:name]} is damaged: its hash has changed.")
        end
      end
    end

    def refuse(sentence) = raise(Core::InvalidInput.at("file", :bad_backup, sentence))
    private_class_method :each_entry, :signed?, :check, :refuse

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
