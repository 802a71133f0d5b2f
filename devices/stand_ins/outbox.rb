# frozen_string_literal: true

require "fileutils"
require "mail"

module Devices
  module StandIns
    # Stands in for the post: writes each letter as one .eml file that any mail program opens.
    class Outbox
      SENDER = "Marrow Sound Tagging Cooperative <letters@marrow.example>"

      def initialize(dir)
        @dir = dir
      end

      # letter: { id:, recipient:, subject:, body: }
      def deliver(letter)
        mail = Mail.new(from: SENDER, to: letter[:recipient], subject: letter[:subject], charset: "UTF-8")
        mail.body = letter[:body]
        mail.message_id = "<letter-#{letter[:id]}@marrow.example>"
        FileUtils.mkdir_p(@dir, mode: 0o700)
        File.write(File.join(@dir, format("letter-%06d.eml", letter[:id])), mail.to_s)
      end
    end
  end
end
