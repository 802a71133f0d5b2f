# frozen_string_literal: true

module Acts
  # Queues a letter and the job that sends it, in the transaction that caused it.
  module WriteLetter
    module_function

    def queue(store:, kind:, recipient:, subject:, body:, report_id: nil)
      id = store.letters.queue(kind:, recipient:, subject:, body:, report_id:)
      LetterJob.enqueue(id)
      id
    end

    def welcome(store:, recipient:, name:)
      queue(store:, kind: "welcome", recipient:, subject: "Welcome to the tagging cooperative",
            body: <<~TEXT)
              #{name}, you are now a member of the cooperative.

              To set your password go to #{LetterJob.base_url}/sign-in, type this address, and ask for a letter.
            TEXT
    end

    def recapture_to_tagger(store:, report:, fish:)
      recipient = store.members.email(fish[:tagger_id])
      return if recipient.nil?

      queue(store:, kind: "recapture_to_tagger", recipient:, report_id: report[:id],
            subject: "Your fish #{fish[:number]} was caught again",
            body: <<~TEXT)
              The fish you tagged with #{fish[:number]} on #{fish[:released_on]} was reported on #{report[:caught_on]}.
              It was #{report[:fate] == 'kept' ? 'kept' : 'let go again'}.

              Its story: #{LetterJob.base_url}/story/#{fish[:story_key]}
            TEXT
    end

    # Only to a finder who left something that looks like an e-mail address.
    def thanks_to_finder(store:, report:, fish:)
      recipient = report[:finder_contact]
      return unless recipient&.match?(/\A[^@\s,;]+@[^@\s,;]+\z/)

      queue(store:, kind: "thanks_to_finder", recipient:, report_id: report[:id],
            subject: "The story of the fish you reported",
            body: <<~TEXT)
              Thank you for reporting tag #{fish[:number]}.

              You can read where the fish came from, and print a certificate, here:
              #{LetterJob.base_url}/story/#{fish[:story_key]}
            TEXT
    end
  end
end
