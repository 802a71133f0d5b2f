# frozen_string_literal: true

require "mail"

module Devices
  # A letter as a mail message, the same whoever carries it.
  module LetterMail
    # letter: { id:, recipient:, subject:, body: }. The message's own id lets a receiving server
    #         know a second sending for what it is.
    # sender: "Name <address>"
    def self.of(letter, sender:)
      unless /\S+@\S+/.match?(sender.to_s)
        raise ArgumentError,
          "no sender of letters is set: set LETTER_SENDER, or the programme's contact in Office"
      end

      domain = sender[/@([^>\s]+)/, 1]
      Mail
        .new(from: sender, to: letter[:recipient], subject: letter[:subject], charset: "UTF-8")
        .tap do |mail|
          mail.body = letter[:body]
          mail.message_id = "<letter-#{letter[:id]}@#{domain}>"
        end
    end
  end
end
