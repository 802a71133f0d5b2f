# frozen_string_literal: true

module Acts
  # Beside the reason why a report waits its words for the desk; nil for one that does not wait.
  module WaitingWords
    def self.beside(row)
      row.merge(
        waiting_words:
          row[:waiting_reason] && Core::Recaptures::Waiting.of(row[:waiting_reason]).desk
      )
    end
  end
end
