# frozen_string_literal: true

require "fileutils"

module Devices
  module StandIns
    # Stands in for the post: writes each letter as one .eml file that any mail program opens.
    class Outbox
      # Whom letters come from while nobody has said so.
      UNNAMED = "Voucher <letters@voucher.example>"

      def initialize(dir, sender: nil)
        @dir = dir
        @sender = sender || UNNAMED
      end

      # letter: { id:, recipient:, subject:, body: }
      def deliver(letter)
        FileUtils.mkdir_p(@dir, mode: 0o700)
        File.write(
          File.join(@dir, format("letter-%06d.eml", letter[:id])),
          LetterMail.of(letter, sender: @sender).to_s
        )
      end
    end
  end
end
