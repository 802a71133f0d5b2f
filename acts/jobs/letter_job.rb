# frozen_string_literal: true

module Acts
  # Carries one queued letter, with growing pauses while the carrier refuses.
  #
  # That a letter is being carried is written down before it goes, in a transaction of its own. When
  # the server stops between the sending and the mark,
  # nobody can know whether it went: it is carried once more and says so; the second time it is left
  # to a coordinator.
  class LetterJob < StoredJob
    # After the last of them a letter has failed.
    PAUSES_SECONDS = [60, 300, 1800, 7200, 21_600, 86_400].freeze

    # While letters are held, a job looks again after this long.
    HELD_SECONDS = 60

    # Jobs are made by the queue with nothing but their arguments, so what they work with is handed
    # in at boot.
    class << self
      attr_accessor :carrier, :base_url
    end
    self.queue = "letters"

    def run(letter_id)
      return retry_in(HELD_SECONDS) if store.programme.letters_held?

      letter = store.write { store.letters.start(letter_id, now: Time.now) } or return
      begin
        self.class.carrier.deliver(letter)
      rescue Devices::CarriedPerhaps
        # As if the server had stopped.
        return retry_in(PAUSES_SECONDS.first)
      rescue StandardError => e
        return pause(store, letter, e)
      end
      # Lost with the power, it is as if the server had stopped before it: the letter is carried
      # once more and says so.
      store.write(durable: false) { store.letters.sent(letter_id, now: Time.now) }
    end

    private

    def pause(store, letter, error)
      seconds = PAUSES_SECONDS[letter[:attempts] - 1]
      why = "#{error.class}: #{error.message}"[0, 300]
      store.write do
        store.letters.not_sent(letter[:id], why:, next_try_at: seconds && (Time.now + seconds))
      end
      retry_in(seconds) if seconds
    end
  end
end
