# frozen_string_literal: true

module Acts
  # Numbers read on the Deck that fit no fish alone go to the desk like a finder's report; those
  # that wait are held against a fish just tagged. Called within the transaction that stores the
  # encounter.
  module FileReading
    module_function

    # verdict: of Core::Recaptures::Match for the encounter's numbers; nil when it bears none (any
    #          more)
    def call(store:, encounter:, numbers:, verdict:, now:)
      known = store.reports.of_encounter(encounter[:id])
      if known && known[:fish_id] && !same_fish?(known, verdict)
        store.reports.unmatch(known[:id], at: now)
      end
      return known && store.reports.set_aside(known[:id]) if verdict.nil?
      return if known.nil? && verdict[:accepted]

      if known
        store.reports.change(known[:id], said(encounter, numbers))
      else
        store.reports.add(new_reading(encounter, numbers))
      end
      reading = store.reports.of_encounter(encounter[:id])
      if verdict[:accepted]
        settle(store, reading, verdict[:fish])
      else
        store.reports.wait(reading[:id], verdict[:reason])
      end
    end

    # What was decided of this encounter's numbers at the desk stands while they stay the same.
    def decided(store:, encounter_id:, numbers:)
      reading = store.reports.of_encounter(encounter_id)
      if reading && reading[:fish_id] && reading[:numbers].to_a == numbers.uniq &&
          store.reports.decided_by_hand?(reading[:id])
        reading
      end
    end

    # Reports that wait with one of these numbers, now that a fish bears it.
    def judge_waiting(store:, numbers:)
      store.reports.waiting_with(numbers).each do |report|
        verdict = FindFish.judge(store:, report:)
        MatchReport.accept(store:, report:, fish: verdict[:fish]) if verdict[:accepted]
      end
    end

    def new_reading(encounter, numbers)
      {
        id: SecureRandom.uuid,
        fingerprint: "deck",
        report_key: SecureRandom.urlsafe_base64(16),
        encounter_id: encounter[:id],
        revision: 1,
        state: "waiting",
        waiting_reason: "number_not_found",
        **said(encounter, numbers)
      }
    end

    def said(encounter, numbers)
      {
        number_as_read: numbers.first,
        more_numbers: numbers.drop(1).first(4),
        numbers: numbers.uniq,
        place_words: nil,
        **encounter.slice(
          :species_code, :length_mm, :length_kind, :length_how, :caught_on, :lat_deg, :lon_deg,
          :fate
        )
      }
    end

    def same_fish?(known, verdict)
      verdict && verdict[:accepted] && verdict[:fish][:fish_id] == known[:fish_id]
    end

    def settle(store, reading, fish)
      return if reading[:fish_id] == fish[:fish_id]

      store.reports.match(
        report_id: reading[:id],
        fish_id: fish[:fish_id],
        tag_number: fish[:number]
      )
    end
    private_class_method :new_reading, :said, :same_fish?, :settle
  end
end
