# frozen_string_literal: true

module Acts
  # Asks the authentication library for a letter with a link for a new password. It is a job, so
  # that who asks waits equally long whether the address is known or not.
  class ResetJob < Que::Job
    class << self
      # #call(email), handed in at boot
      attr_accessor :reset
    end
    self.queue = "accounts"

    def run(email) = self.class.reset.call(email)
  end
end
