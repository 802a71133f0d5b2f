# frozen_string_literal: true

module Acts
  # A finder, without an account, tells us about a tag.
  #
  #   id:   String, UUID from the phone
  #   sent: { number_as_read:, species_code:, length:, caught_on: Date, place: { lat_deg:, lon_deg: } | nil,
  #           place_words:, fate:, finder_name:, finder_contact: }
  #
  # Returns { answer: "stored" | "known", state: "matched" | "waiting", story_key:, report_key:, sentence: }.
  # A number that fits no fish is not an error: it is kept and waits for the coordinator.
  # Raises Core::InvalidInput or Conflict.
  module ReportTag
    # The programme began after this; a date before it is a slip.
    EARLIEST_ON = Date.new(1950, 1, 1)
    # The finder's today may be a day ahead of ours.
    DATE_SLACK_DAYS = 1

    module_function

    def call(store:, id:, sent:, today:)
      fingerprint = Fingerprint.of(sent)
      store.write do
        known = store.reports.find(id)
        return already(known, fingerprint) if known

        report = columns(store, id, sent, today).merge(fingerprint:)
        candidate = store.fish.carrying(Core::Tags::Number.normalise(report[:number_as_read]))
        verdict = Core::Recaptures::Match.exact(report:, candidate:)
        report = report.merge(verdict[:accepted] ? { state: "matched" } : { state: "waiting", waiting_reason: verdict[:reason].to_s })
        store.reports.add(report)
        accept(store, report, candidate) if verdict[:accepted]
        answer("stored", report.merge(story_key: verdict[:accepted] ? candidate[:story_key] : nil))
      end
    end

    def already(known, fingerprint)
      raise Core::Conflict.at("id", :other_content, "A report with this id was sent with other content. Open the page anew and send it again.") if known[:fingerprint] != fingerprint

      answer("known", known)
    end

    def columns(store, id, sent, today)
      check(store, sent, today)
      { id:, report_key: SecureRandom.urlsafe_base64(16), number_as_read: sent[:number_as_read].strip,
        **sent.slice(:species_code, :caught_on, :fate), **%i[place_words finder_name finder_contact].to_h { |key| [key, blank_to_nil(sent[key])] },
        **SentLength.columns(sent[:length]), lat_deg: sent.dig(:place, :lat_deg), lon_deg: sent.dig(:place, :lon_deg) }
    end

    def check(store, sent, today)
      raise Core::InvalidInput.at("number_as_read", :no_number, "Type the number on the tag, as far as you can read it.") if Core::Tags::Number.normalise(sent[:number_as_read]).empty?
      if sent[:species_code] && store.species.find(sent[:species_code]).nil?
        raise Core::InvalidInput.at("species_code", :unknown_species, "There is no species #{sent[:species_code].inspect} in our list. Leave it out if you are not sure.")
      end
      return if (EARLIEST_ON..(today + DATE_SLACK_DAYS)).cover?(sent[:caught_on])

      raise Core::InvalidInput.at("caught_on", :impossible_date,
                                  "#{sent[:caught_on]} cannot be the day of this catch: it must be today or before, and not before #{EARLIEST_ON.year}.")
    end

    def accept(store, report, candidate)
      store.reports.match(report_id: report[:id], fish_id: candidate[:fish_id], tag_number: candidate[:number])
      WriteLetter.recapture_to_tagger(store:, report:, fish: candidate)
      WriteLetter.thanks_to_finder(store:, report:, fish: candidate)
    end

    def answer(word, report)
      { answer: word, state: report[:state], story_key: report[:story_key], report_key: report[:report_key],
        sentence: SENTENCES.fetch(report[:state]) }
    end

    # What the finder hears must not tell which numbers exist.
    SENTENCES = {
      "matched" => "Thank you. This is the fish's story so far.",
      "set_aside" => "Thank you. Your report is kept; no fish could be found for this number.",
      "waiting" => "Thank you. Your report is kept. A coordinator will look at the number, and the story follows when the fish is found."
    }.freeze

    def blank_to_nil(text) = text.to_s.strip.empty? ? nil : text.strip
    private_class_method :already, :columns, :check, :accept, :answer, :blank_to_nil
  end
end
