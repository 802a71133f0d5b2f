# frozen_string_literal: true

module Acts
  # Numbers read on the Deck that fit no fish alone go to the desk like a finder's report; those
  # that wait are held against a fish just tagged. Called within the transaction that stores the
  # encounter.
  module FileReading
    # What a reading takes from the record that it is of.
    SAID = %i[
      number_as_read numbers place_words species_code length_mm length_kind length_how caught_on
      lat_deg lon_deg fate
    ].freeze
    MOST_MORE = 4

    module_function

    # verdict: of Core::Recaptures::Match for the encounter's numbers; nil when it bears none (any
    #          more)
    def call(context, encounter:, numbers:, verdict:)
      known = context.store.reports.of_encounter(encounter.id)
      if known&.fish_id && !same_fish?(known, verdict)
        context.store.reports.unmatch(known.id, now: context.now)
      end
      return known && context.store.reports.set_aside(known.id) if verdict.nil?
      return if known.nil? && verdict.accepted?

      if known
        context.store.reports.change(known.id, report_of(encounter, numbers))
      else
        context.store.reports.add(new_reading(encounter, numbers))
      end
      reading = context.store.reports.of_encounter(encounter.id)
      if verdict.accepted?
        settle(context.store, reading, verdict.fish)
      else
        context.store.reports.wait(reading.id, verdict.reason)
      end
    end

    # What was decided of this encounter's numbers at the desk stands while they stay the same.
    def decided(store:, encounter_id:, numbers:)
      reading = store.reports.of_encounter(encounter_id)
      if reading&.fish_id && reading.numbers.to_a == numbers.uniq &&
          store.reports.decided_by_hand?(reading.id)
        reading
      end
    end

    # Reports that wait with one of these numbers, now that a fish bears it.
    def judge_waiting(context, numbers)
      context.store.reports.waiting_with(numbers).each do |report|
        verdict = FindFish.judge(KnownFish.new(context.store), report)
        MatchReport.accept(context, report:, fish: verdict.fish) if verdict.accepted?
      end
    end

    def new_reading(encounter, numbers)
      Core::Recaptures::Report.new(
        id: SecureRandom.uuid,
        fingerprint: "deck",
        report_key: SecureRandom.urlsafe_base64(16),
        encounter_id: encounter.id,
        revision: 1,
        state: "waiting",
        waiting_reason: "number_not_found",
        **report_of(encounter, numbers)
      )
    end

    def report_of(encounter, numbers)
      read = Core::Recaptures::Report.read_on_deck(encounter, numbers)
      { **read.slice(*SAID), more_numbers: read.more_numbers.first(MOST_MORE) }
    end

    def same_fish?(known, verdict)
      verdict&.accepted? && known.matched_to?(verdict.fish)
    end

    def settle(store, reading, fish)
      return if reading.matched_to?(fish)

      store.reports.mark_matched(reading.id)
      store.reports.match(report_id: reading.id, fish_id: fish.fish_id, tag_number: fish.number)
    end
    private_class_method :report_of, :same_fish?, :settle
  end
end
