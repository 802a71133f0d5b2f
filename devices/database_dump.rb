# frozen_string_literal: true

require "English"
require "open3"

module Devices
  # PostgreSQL's own programs for taking a database out and putting it back.
  class DatabaseDump
    class Failed < StandardError; end

    def self.programs
      Dir["/usr/lib/postgresql/*/bin"].max_by { |dir| dir[%r{/(\d+)/bin}, 1].to_i }
    end

    def initialize(url) = @url = url

    # Writes the dump as of a snapshot that somebody holds open into an open file, which may have no
    # name any more: then nothing of it is left when somebody is killed meanwhile.
    def dump(file, snapshot:)
      output, theirs = IO.pipe
      pid = Process.spawn(
        File.join(self.class.programs, "pg_dump"), "--format=custom", "--no-owner",
        "--no-privileges", "--snapshot=#{snapshot}", @url, out: file, err: theirs
      )
      theirs.close
      words = output.read
      Process.wait(pid)
      raise Failed, "pg_dump: #{words.lines.last(3).join.strip}" unless $CHILD_STATUS.success?
    end

    # Into a database that is empty.
    def restore(path)
      run(
        "pg_restore", "--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction",
        "--dbname=#{@url}",
        path
      )
    end

    # Whether it can be read as a dump.
    def self.readable?(path)
      Open3.capture2e(File.join(programs, "pg_restore"), "--list", path).last.success?
    end

    private

    def run(program, *arguments)
      output, status = Open3.capture2e(File.join(self.class.programs, program), *arguments)
      raise Failed, "#{program}: #{output.lines.last(3).join.strip}" unless status.success?
    end
  end
end
