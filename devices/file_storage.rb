# frozen_string_literal: true

require "fileutils"
require "shrine"
require "shrine/storage/file_system"
require "stringio"

module Devices
  # Where pictures lie. A storage library stands behind it, so that a bucket can replace the disk.
  class FileStorage
    def initialize(dir)
      FileUtils.mkdir_p(dir)
      @storage = Shrine::Storage::FileSystem.new(dir)
    end

    # Returns the key. Keys are made from content hashes, so putting twice changes nothing.
    def put(bytes, key)
      @storage.upload(StringIO.new(bytes), key) unless @storage.exists?(key)
      key
    end

    def remove(key) = @storage.delete(key)

    def get(key)
      io = @storage.open(key)
      io.read
    ensure
      io&.close
    end
  end
end
