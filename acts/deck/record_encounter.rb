# frozen_string_literal: true

module Acts
  # A fish in hand, as the Deck sends it: once, twice, or corrected later.
  #
  #   id:   String, UUID from the phone
  #   sent: EncounterSent of the contract, with times as Time; tag_numbers are those put into a
  #         tagged fish, or read on a recaptured one, whose new tags stand in new_tag_numbers;
  #         air_seconds only where nobody tapped (a paper sheet)
  #   phone_now: Time by the phone's clock when it was sent, nil when it did not say: a clock that
  #              is off holds nothing up
  #   paper:  { recorded_by: member id | nil } for a row typed from a sheet
  #   reason: why a record of a submitted trip is changed; needed then
  #   whole:  what is sent was made of what stands, as when somebody corrects it ashore: nothing
  #           has to be merged
  #   by:     who changes it, when that is not the member whose record it is
  #   said:   what the device said itself, when somebody mended that at the desk
  #
  # Returns { answer: "stored" | "known", story_key: String | nil, caution_points: Integer | nil,
  # revision: Integer, collisions: [..] }. A change is merged with what others changed meanwhile
  # (Core::Records::Merge); what collides stays as it stands, to be chosen.
  # Raises Core::InvalidInput, NotFound or Conflict; nothing is written then.
  class RecordEncounter
    # A phone's clock may run this much ahead of ours; and so much when it says itself what time it
    # is.
    CLOCK_SLACK_SECONDS = 300
    MOST_AHEAD_SECONDS = 86_400
    FIELDS = Core::Fields::Encounter

    Sending = Struct.new(
      :id, :sent, :reason, :paper, :phone_now, :whole, :by, :said, keyword_init: true
    )

    def self.call(context, **sending)
      new(context, Sending.new(by: context.member, **sending)).call
    end

    # Of a record as it stands.
    def self.answer(store, stored, word, revision)
      fish = stored.fish_id && store.fish.find(stored.fish_id)
      {
        answer: word,
        story_key: fish&.story_key,
        caution_points: stored.caution_points,
        revision:,
        collisions: stored.open_collisions
      }
    end

    def initialize(context, sending)
      @store, @member, @now = context.store, context.member, context.now
      @id, @sent, @reason, @paper, @phone_now, @whole, @by, @said_by_device =
        sending.to_a
      @fingerprint = Fingerprint.of(@sent)
    end

    def call
      @store.write do
        @sent = PrintedNumbers.in_sent(@store, @sent)
        @known = @store.encounters.find_for_update(@id)
        refuse_other_member
        versions = @known && RecordVersions.new(store: @store, known: @known)
        heard = versions&.already(@sent, @fingerprint)
        next answer(@known, "known", heard[:revision]) if heard

        refuse_other_content if versions&.other_content?(@sent)
        stored = put(versions)
        keep_version(stored)
        answer(stored, "stored", stored.revision)
      end
    end

    private

    def answer(stored, word, revision) = self.class.answer(@store, stored, word, revision)

    def refuse_other_member
      return if @known.nil? || @known.of?(@member)

      refuse(
        Core::Conflict, "id", :other_member,
        "Another member's encounter has this id. Start the record again."
      )
    end

    def refuse_other_content
      refuse(
        Core::Conflict, "revision", :other_content,
        Core::Text.of(
          "deck.record_encounter.revision_of_this_record_was", revision: @sent[:revision],
          next_revision: @sent[:revision] + 1
        )
      )
    end

    def put(versions)
      sent, collided =
        @whole || @known.nil? ? [@sent, []] : versions.merged(@sent).values_at(:sent, :collisions)
      stages = Core::Handling::Stages.new(sent[:stages])
      trip = check(sent, stages)
      refuse_change_of_submitted if trip.submitted? && @known
      encounter = judged(encounter(sent, stages, trip, collided), stages)
      stored = StoreCatch.call(store: @store, encounter:, sent:, known: @known, now: @now)
      @store.encounters.add_stages(
        encounter_id: @id, revision: encounter.revision, taps: stages.taps
      )
      note_correction(encounter) if trip.submitted?
      stored
    end

    def judged(encounter, stages)
      encounter.with(**JudgeEncounter.call(store: @store, encounter:, taps: stages.taps))
    end

    # The record, but for what follows from its fish.
    def encounter(sent, stages, trip, collided)
      Core::Records::Encounter.new(
        **fields_of(sent, stages, trip),
        **origin,
        **voided(sent),
        fingerprint: @fingerprint,
        revision: @known ? @known.revision + 1 : sent[:revision],
        clock_ahead_seconds:
          @phone_now ? (@phone_now - @now).round : @known&.clock_ahead_seconds,
        collisions: collisions(collided)
      )
    end

    def fields_of(sent, stages, trip)
      caught_at = stages.taps.first[:at]
      times = stages.to_h
      {
        id: @id,
        member_id: @member.id,
        hook_type: trip.planned(:hook),
        **sent.slice(*FIELDS.sent_columns),
        **Core::Fish::SentLength.columns(sent[:length]),
        lat_deg: sent.dig(:place, :lat_deg),
        lon_deg: sent.dig(:place, :lon_deg),
        place_error_m: place_error_m(sent[:place]),
        spoiled_numbers: Core::Tags::Number.normalise_all(sent[:spoiled_numbers]),
        lost_numbers: Core::Tags::Number.normalise_all(sent[:lost_numbers]),
        spot_code: sent[:spot_code] || trip.spot_code,
        caught_at:,
        caught_on: (caught_at.utc + (sent[:utc_offset_minutes] * 60)).to_date,
        air_seconds: sent[:air_seconds] || times[:air_seconds],
        **times.slice(:fight_seconds, :tagging_seconds),
        tag_where: sent[:tag_where] || stages.tag_where
      }
    end

    # The error of a place belongs to it, and goes with it.
    def place_error_m(place)
      @known&.place_error_m if place && @known&.slice(:lat_deg, :lon_deg) == place.slice(
        :lat_deg, :lon_deg
      )
    end

    # From the Deck or from paper.
    def origin
      before = @known ? @known.slice(:source, :recorded_by, :import_id, :caught_time_known) : {}
      @paper ? { **before, source: "paper", **@paper } : before
    end

    def voided(sent)
      return { voided_at: nil, voided_because: nil, voided_by: nil } if sent[:voided_because].nil?

      {
        voided_because: sent[:voided_because],
        voided_at: @known&.voided_at || @now,
        voided_by: @known&.voided_by || @by.id
      }
    end

    # What still waits to be chosen, and what came to it; what somebody corrected is chosen.
    def collisions(collided)
      waiting = @known ? @known.open_collisions : []
      return @sent.fetch(:collisions, waiting) if @whole

      fields = collided.map { |collision| collision[:field] }
      waiting.reject { |collision| fields.include?(collision["field"]) } +
        collided.map { |collision| { **collision, device: @sent[:device], at: @now.utc.iso8601 } }
    end

    def keep_version(stored)
      by_device = @said_by_device || @sent
      standing = @store.encounters.find_for_update(stored.id)
      @store.encounters.add_version(
        encounter_id: standing.id,
        revision: standing.revision,
        device: by_device[:device].to_s,
        device_revision: by_device[:revision],
        fingerprint: @fingerprint,
        member_id: @by.id,
        sent: Plain.of(by_device.except(:collisions)),
        stands: Plain.of(SentAgain.of(@store, standing))
      )
    end

    # Returns the trip.
    def check(sent, stages)
      trip = @store.trips.find(sent[:trip_id])
      unless trip&.of?(@member)
        refuse(
          Core::InvalidInput, "trip_id", :unknown_trip,
          "This trip is not one of yours. Open the Deck again to take its card."
        )
      end
      unless @store.species.find(sent[:species_code])
        refuse(
          Core::InvalidInput, "species_code", :unknown_species,
          "There is no species #{sent[:species_code].inspect} in the catalogue."
        )
      end
      check_spot(sent[:spot_code])
      check_times(stages)
      trip
    end

    def check_spot(code)
      return if code.nil? || @store.waters.spot(code)

      refuse(
        Core::InvalidInput, "spot_code", :unknown_spot,
        "There is no spot #{code.inspect}. Open the Deck again to take its newest card."
      )
    end

    def check_times(stages)
      latest = (@phone_now || @now).clamp(@now, @now + MOST_AHEAD_SECONDS)
      late = stages.taps.find { |tap| tap[:at] > latest + CLOCK_SLACK_SECONDS }
      return if late.nil?

      refuse(
        Core::InvalidInput, "stages", :in_the_future,
        Core::Text.of("deck.record_encounter.a_tap_is_stamped_which", at: late[:at].utc.iso8601)
      )
    end

    def refuse_change_of_submitted
      return if @reason.to_s.strip.size >= 3

      refuse(
        Core::Conflict, "reason", :submitted,
        Core::Text.of("deck.record_encounter.this_trip_was_submitted_so")
      )
    end

    # A record that reaches us after its trip was submitted is added on top, like a correction.
    def note_correction(encounter)
      before = @known || Core::Records::Encounter.new
      changed = FIELDS.noted.reject { |column| plain(before[column]) == plain(encounter[column]) }
      @store.corrections.add(
        encounter_id: encounter.id,
        revision: encounter.revision,
        member_id: @by.id,
        reason: @reason || "It reached us after the trip was submitted.",
        changes: changed.to_h do |column|
          [column, [plain(before[column]), plain(encounter[column])]]
        end
      )
    end

    def plain(value) = value.is_a?(BigDecimal) ? value.to_f : value

    def refuse(error, field, code, sentence) = raise(error.at(field, code, sentence))
  end
end
