# frozen_string_literal: true

module Acts
  # A finder, without an account, tells us about a tag.
  #
  #   id:   String, UUID from the phone
  #   sent: { number_as_read:, more_numbers: [String], species_code:, length:, caught_on: Date,
  #           place: { lat_deg:, lon_deg: } | nil, place_words:, fate:, finder_name:,
  #           finder_contact: }
  #
  # Returns { answer: "stored" | "known", state:, story_key:, report_key:, revision:, sentence: }.
  # A number that fits no fish is not an error: it is kept and waits for the coordinator. The same
  # content sent again
  # under another id is kept and joined to the first: one catch is told once.
  # Raises Core::InvalidInput or Conflict.
  module ReportTag
    # The programme began after this; a date before it is a slip.
    EARLIEST_ON = Date.new(1950, 1, 1)
    # The finder's today may be a day ahead of ours.
    DATE_SLACK_DAYS = 1
    LEAST_DIGITS_OF_A_PHONE = 5

    module_function

    def call(context, id:, sent:)
      store = context.store
      fingerprint = Fingerprint.of(sent)
      store.write do
        before = store.reports.find(id)
        next already(store, before, fingerprint) if before

        known = KnownFish.new(store)
        report = Core::Recaptures::Report.new(
          id:,
          report_key: SecureRandom.urlsafe_base64(16),
          fingerprint:,
          revision: 1,
          **columns(known, sent, context.today)
        )
        first = store.reports.same_content(fingerprint, before: context.now)
        stored = first ? add_joined(store, report, first) : add(context, report, known:)
        answer(store, "stored", stored)
      end
    end

    def already(store, known, fingerprint)
      if known.fingerprint != fingerprint
        raise Core::Conflict.at(
          "id", :other_content,
          Core::Text.of("finds.report_tag.a_report_with_this_id")
        )
      end

      answer(store, "known", known)
    end

    def add_joined(store, report, first)
      report.with(state: "joined", same_as: first).tap { |joined| store.reports.add(joined) }
    end

    # Kept, waiting for the desk unless the numbers speak for themselves. Returns it as it is kept.
    #   quiet: as MatchReport.accept takes it
    def add(context, report, known: KnownFish.new(context.store), quiet: false)
      verdict = FindFish.judge(known, report)
      unless verdict.accepted?
        return report.with(state: "waiting", waiting_reason: verdict.reason.to_s)
            .tap { |waiting| context.store.reports.add(waiting) }
      end

      matched = report.with(state: "matched")
      context.store.reports.add(matched)
      MatchReport.accept(context, report: matched, fish: verdict.fish, quiet:)
      matched.with(story_key: verdict.fish.story_key)
    end

    # What a report says, checked, as columns; also for an amended one.
    #   known: KnownFish
    def columns(known, sent, today)
      check(known, sent, today)
      more = sent[:more_numbers].to_a.map(&:strip).reject(&:empty?)
      {
        number_as_read: sent[:number_as_read].strip,
        more_numbers: more,
        numbers: known.as_printed([sent[:number_as_read], *more]).uniq,
        **sent.slice(:species_code),
        **day(sent, today),
        **become(sent),
        units: sent[:units] || "metric",
        may_pass_on: sent[:may_pass_on] || false,
        **%i[place_words finder_name finder_contact finder_phone].to_h do |key|
          [key, blank_to_nil(sent[key])]
        end,
        **Core::Fish::SentLength.columns(sent[:length]),
        lat_deg: sent.dig(:place, :lat_deg),
        lon_deg: sent.dig(:place, :lon_deg)
      }
    end

    # The day itself, the last day of a span, or the day when it was told, of which nobody knows
    # more.
    def day(sent, today)
      return { day_said: "unknown", caught_on: today, caught_from: nil } if sent[:caught_on].nil?
      if sent[:caught_from].nil? || sent[:caught_from] == sent[:caught_on]
        return { day_said: "day", caught_on: sent[:caught_on], caught_from: nil }
      end

      { day_said: "span", caught_on: sent[:caught_on], caught_from: sent[:caught_from] }
    end

    # A fish that was found dead was not let go; of a tag alone nobody knows.
    def become(sent)
      how = sent[:found_how] || "caught"
      fate = { "caught" => sent[:fate], "tag_alone" => "unknown" }.fetch(how, "dead")
      { found_how: how, fate:, tag_left: sent[:tag_left] }
    end

    def check(known, sent, today)
      if Core::Tags::Number.normalise(sent[:number_as_read]).empty?
        raise Core::InvalidInput.at(
          "number_as_read", :no_number,
          "Type the number on the tag, as far as you can read it."
        )
      end
      if sent[:species_code] && known.species([sent[:species_code]]).empty?
        raise Core::InvalidInput.at(
          "species_code",
          :unknown_species,
          Core::Text.of(
            "finds.report_tag.the_species_is_not_in", species_code: sent[:species_code].inspect
          )
        )
      end

      check_phone(sent[:finder_phone].to_s)
      from, on = sent.values_at(:caught_from, :caught_on)
      if from && on && from > on
        raise Core::InvalidInput.at(
          "caught_from", :crossed_dates,
          "The first day is after the last one. Change one of them."
        )
      end
      if [from, on].compact.all? { |date| (EARLIEST_ON..(today + DATE_SLACK_DAYS)).cover?(date) }
        return
      end

      raise Core::InvalidInput.at("caught_on", :impossible_date,
        Core::Text.of(
          "finds.report_tag.cannot_be_the_day_of",
          on: Core::Units.day_text([from, on].compact.max), year: EARLIEST_ON.year
        ))
    end

    def check_phone(phone)
      return if phone.strip.empty? || phone.count("0-9") >= LEAST_DIGITS_OF_A_PHONE

      raise Core::InvalidInput.at(
        "finder_phone",
        :no_phone,
        "“#{phone.strip}” has too few digits for a telephone number. Correct it, or leave it out."
      )
    end

    # One that was joined to another answers as that one does.
    def answer(store, word, report)
      original = report.same_as ? store.reports.find(report.same_as) : report
      {
        answer: word,
        **original.slice(:state, :story_key),
        **report.slice(:report_key, :revision),
        **words(original)
      }
    end

    # Where it waits: why, and what would help.
    def words(report)
      return { sentence: SENTENCES.fetch(report.state), helps: nil } unless report.waiting?

      reason = Core::Recaptures::Waiting.of(report.waiting_reason)
      {
        sentence:
          Core::Text.of("finds.report_tag.thank_you_your_report_is", finder: reason.finder),
        helps: reason.helps
      }
    end

    # What the finder hears must not tell which numbers exist.
    SENTENCES = {
      "matched" => "Thank you. This is the fish's story so far.",
      "set_aside" =>
        "Thank you. Your report is saved. We found no fish of ours for this number.",
      "joined" => "Thank you. Your report is saved with another one of the same catch."
    }.freeze

    def blank_to_nil(text) = text.to_s.strip.empty? ? nil : text.strip
    private_class_method :already,
      :add_joined,
      :day,
      :become,
      :words,
      :check,
      :check_phone,
      :blank_to_nil
  end
end
