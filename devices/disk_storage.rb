# frozen_string_literal: true

require "digest"
require "fileutils"

module Devices
  # Where pictures lie on a disk. A file is written aside, flushed to the disk and then given its
  # name, so that whatever happens there is the whole file or none; nobody but us reads it.
  class DiskStorage
    FOLDER_MODE = 0o700
    FILE_MODE = 0o600
    CHUNK_BYTES = 1 << 20

    attr_reader :dir

    def initialize(dir)
      FileUtils.mkdir_p(dir, mode: FOLDER_MODE)
      @dir = File.realpath(dir)
    end

    # Returns the key; puts these bytes in the place of what may lie there.
    def put(bytes, key) = placed(key) { |file| file.write(bytes) }

    # Stores a file of any size without reading it whole.
    def put_file(from, key) = placed(key) { |file| IO.copy_stream(from, file) }

    # The bytes. Raises Core::NotFound :file_gone.
    def get(key)
      File.binread(path(key))
    rescue Errno::ENOENT
      raise gone
    end

    # Yields the bytes piece by piece. Raises Core::NotFound :file_gone.
    def each_chunk(key)
      raise gone unless exists?(key)

      File.open(path(key), "rb") { |file| yield file.read(CHUNK_BYTES) until file.eof? }
    end

    # Whether what lies there has this hash.
    def intact?(key, sha256)
      digest = Digest::SHA256.new
      File.open(path(key), "rb") { |file| digest << file.read(CHUNK_BYTES) until file.eof? }
      digest.hexdigest == sha256
    rescue Errno::ENOENT
      false
    end

    def exists?(key) = File.file?(path(key))
    def remove(key) = FileUtils.rm_f(path(key))

    # Room that is left, in bytes.
    def free_bytes
      blocks, size = IO.popen(["stat", "-f", "-c", "%a %S", @dir], &:read).split.map(&:to_i)
      blocks && (blocks * size)
    end

    private

    def gone
      Core::NotFound.new(
        :file_gone,
        Core::Text.of("devices.disk_storage.the_file_of_this_photo")
      )
    end

    def path(key)
      unless key.match?(%r{\A[a-z]+/[A-Za-z0-9._-]+\z})
        raise ArgumentError, "no key: #{key.inspect}"
      end

      File.join(@dir, key)
    end

    # The block writes the file aside; it gets its name when it is whole.
    def placed(key, &)
      path = path(key)
      FileUtils.mkdir_p(File.dirname(path), mode: FOLDER_MODE)
      aside = "#{path}.#{Process.pid}-#{Thread.current.object_id}.part"
      begin
        write_through(aside, &)
        File.rename(aside, path)
        flush_folder(File.dirname(path))
      ensure
        FileUtils.rm_f(aside)
      end
      key
    end

    def write_through(path)
      File.open(path, File::WRONLY | File::CREAT | File::TRUNC | File::BINARY, FILE_MODE) do |file|
        yield file
        file.fsync
      end
    end

    # A name that was given is on the disk once its folder is.
    def flush_folder(folder) = File.open(folder, &:fsync)
  end
end
