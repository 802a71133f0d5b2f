# frozen_string_literal: true

require "fileutils"

module Devices
  module StandIns
    # Stands in for the post: writes each letter as one .eml file that any mail program opens.
    class Outbox
      def initialize(dir)
        @dir = dir
      end

      # letter: { id:, recipient:, subject:, body: }
      def deliver(letter)
        FileUtils.mkdir_p(@dir, mode: 0o700)
        File.write(File.join(@dir, format("letter-%06d.eml", letter[:id])), LetterMail.of(letter).to_s)
      end
    end
  end
end
