# frozen_string_literal: true

module Acts
  # Queues a letter and the job that sends it, in the transaction that caused it; its words are the
  # template's of that moment.
  module WriteLetter
    # What a finder gets, and what is emptied when a finder is forgotten.
    TO_FINDER = %w[thanks_to_finder question_to_finder answer_to_finder].freeze
    ADDRESS = /\A[^@\s,;]+@[^@\s,;]+\z/
    # A finder's address is typed by whoever reports: more than so many a day go to nobody, whoever
    # asks for them. House rule.
    MOST_A_DAY = 5

    module_function

    # Words that come ready-made: password letters.
    #   leaves_at: Time until which it can be called back, nil for at once
    #   letter: { kind:, recipient:, subject:, body:, report_id: }
    def queue(store:, leaves_at: nil, **letter)
      id = store.letters.queue(**letter, leaves_at:)
      LetterJob.enqueue(id, **(leaves_at ? { job_options: { run_at: leaves_at } } : {}))
      id
    end

    # When a letter leaves that a decision at the desk causes.
    def after_decision(store:, now:)
      now + (60 * store.house_rules.current.figure(:letter_wait_minutes))
    end

    def from_template(store:, kind:, recipient:, values:, **more)
      queue(store:, kind:, recipient:, **more, **filled(store, kind, values))
    end

    # The coordinator's words, or those we start from where these cannot be read: no report depends
    # on a letter. The page of the letters says so then.
    def filled(store, kind, values)
      ours = Core::Letters::Kind.fetch(kind).words
      own = store.letters.template(kind) or return Formats::LetterText.fill(ours, values)
      begin
        Formats::LetterText.fill(own, values)
      rescue StandardError => e
        why = e.is_a?(Core::Error) ? e.message : e.class.name
        store.letters.template_failed(kind, why: why[0, 300])
        Formats::LetterText.fill(ours, values)
      end
    end

    # The words of the letter to a new member: { subject:, body: }. link: where the password is set
    def welcome_words(store:, name:, link:)
      filled(store, "welcome", { "name" => name, "sign_in_link" => link })
    end

    # To the address that an account had until now.
    def address_changed(store:, recipient:, name:, by:)
      queue(store:, kind: "password", recipient:, subject: "Your address was changed",
        body: Core::Text.of("finds.write_letter.changed_the_address_that_you", name:, by:))
    end

    # To both whom a match concerns.
    def of_match(store:, report:, fish:, leaves_at: nil)
      recapture_to_tagger(store:, report:, fish:, leaves_at:)
      thanks_to_finder(store:, report:, fish:, leaves_at:)
    end

    def recapture_to_tagger(store:, report:, fish:, leaves_at: nil)
      tagger = store.members.hears(fish.tagger_id)
      return if tagger.nil? || tagger[:email].nil? || tagger[:hears] == "never"

      words = filled(store, "recapture_to_tagger", of_fish(store, report, fish))
      queue(
        store:, kind: "recapture_to_tagger", recipient: tagger[:email], report_id: report.id,
        leaves_at: HearBack.leaves_at(store, tagger[:hears], now: Time.now, not_before: leaves_at),
        subject: words[:subject], body: words[:body] + stop_line(tagger[:stop_key])
      )
    end

    # Stands under every letter that nobody asked for.
    def stop_line(key)
      Core::Text.of("finds.write_letter.stop", link: "#{LetterJob.base_url}/letters/stop/#{key}")
    end

    # Another programme's answer to a report that was handed over. The finder's page says it
    # too.
    def of_partner(store:, report:, sentence:)
      to_finder(store, report, "answer_to_finder", {
        "tag" => report.number_as_read, "answer" => sentence, "report_link" => own_link(report)
      }, nil)
    end

    # To a finder who left something that looks like an e-mail address; one who left a telephone is
    # to be rung.
    def thanks_to_finder(store:, report:, fish:, leaves_at: nil)
      to_finder(store, report, "thanks_to_finder", of_fish(store, report, fish), leaves_at)
    end

    # False when neither an address nor a telephone is known. Beyond what an address gets in a day
    # nothing is written: the page of the report says all that the letter would.
    def to_finder(store, report, kind, values, leaves_at)
      recipient, phone = report.finder_contact, report.finder_phone
      if recipient&.match?(ADDRESS)
        return true if store.letters.of_today(recipient, kinds: TO_FINDER) >= MOST_A_DAY

        from_template(store:, kind:, recipient:, report_id: report.id, leaves_at:, values:)
      elsif phone
        store.calls.add(
          report_id: report.id,
          kind:,
          phone:,
          words: filled(store, kind, values)[:body]
        )
      else
        return false
      end
      true
    end

    # To who wrote a record that is doubted. Raises Core::InvalidInput when there is no address.
    def about_record(store:, member_id:, caught_on:, question:, number:)
      recipient = store.members.email(member_id) or
        raise Core::InvalidInput.at(
          "verdict", :nobody_to_ask,
          "We have no e-mail address of that member. Ask in person."
        )

      from_template(
        store:,
        kind: "question_to_member",
        recipient:,
        values: {
          "tag" => number,
          "question" => question,
          "caught_on" => day(caught_on)
        }
      )
    end

    # To the finder; to the member who read the number on the Deck; or to who holds the tag that it
    # may be. Raises Core::InvalidInput when nobody can be asked.
    def question(store:, report:, question:, tag_number: nil, leaves_at: nil)
      values = {
        "tag" => tag_number || report.number_as_read,
        "question" => question,
        "caught_on" => report.day_words
      }
      member_id =
        (
          if tag_number
            store.tags.find(tag_number)&.holder_id
          else
            report.encounter_id && store.encounters.find(report.encounter_id).member_id
          end
        )
      recipient = member_id && store.members.email(member_id)
      if recipient
        return (
          from_template(
            store:,
            kind: "question_to_member",
            recipient:,
            report_id: report.id,
            leaves_at:,
            values:
          )
        )
      end

      values = {
        **values,
        "report_link" => own_link(report)
      }
      if tag_number.nil? && !report.on_deck? &&
          to_finder(store, report, "question_to_finder", values, leaves_at)
        return
      end

      raise Core::InvalidInput.at(
        "verdict", :nobody_to_ask,
        Core::Text.of("finds.write_letter.we_have_no_e_mail")
      )
    end

    def of_fish(store, report, fish)
      {
        "tag" => fish.number,
        "species" => store.species.find(fish.species_code).common_name,
        "released_on" => day(fish.released_on),
        "caught_on" => report.day_words,
        "found" => Core::Recaptures::CatchWords::FOUND.fetch(report.found_how || "caught"),
        "days" => Core::Recaptures::Story.days_at_liberty(fish.released_on, report.caught_on),
        "fate" => report.fate,
        "story_link" => "#{LetterJob.base_url}/story/#{fish.story_key}"
      }
    end

    def own_link(report) = "#{LetterJob.base_url}/report/#{report.id}##{report.report_key}"
    def day(date) = Core::Units.day_text(date)
    private_class_method :filled, :to_finder, :of_fish, :own_link, :day
  end
end
