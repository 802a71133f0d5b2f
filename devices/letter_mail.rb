# frozen_string_literal: true

require "mail"

module Devices
  # A letter as a mail message, the same whoever carries it.
  module LetterMail
    SENDER = "Marrow Sound Tagging Cooperative <letters@marrow.example>"

    # letter: { id:, recipient:, subject:, body: }. The message's own id lets a receiving server know a second sending for what it is.
    def self.of(letter)
      Mail.new(from: SENDER, to: letter[:recipient], subject: letter[:subject], charset: "UTF-8").tap do |mail|
        mail.body = letter[:body]
        mail.message_id = "<letter-#{letter[:id]}@marrow.example>"
      end
    end
  end
end
