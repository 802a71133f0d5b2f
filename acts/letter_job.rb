# frozen_string_literal: true

module Acts
  # Carries one queued letter. Tried again with growing pauses when the carrier fails.
  class LetterJob < Que::Job
    # Jobs are made by the queue with nothing but their arguments, so what they work with is handed in at boot.
    class << self
      attr_accessor :store, :carrier, :base_url
    end

    def run(letter_id)
      store = self.class.store
      store.transaction do
        letter = store.letters.claim(letter_id)
        next if letter.nil?

        self.class.carrier.deliver(letter)
        store.letters.sent(letter_id, at: Time.now)
      end
    end
  end
end
