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
  #
  # Returns { answer: "stored" | "known", story_key: String | nil, caution_points: Integer | nil,
  # revision: Integer, collisions: [..] }. A change is merged with what others changed meanwhile
  # (Core::Records::Merge); what collides stays as it stands, to be chosen.
  # Raises Core::InvalidInput, NotFound or Conflict; nothing is written then.
  module RecordEncounter
    # A phone's clock may run this much ahead of ours; and so much when it says itself what time it
    # is.
    CLOCK_SLACK_SECONDS = 300
    MOST_AHEAD_SECONDS = 86_400

    module_function

    # whole: what is sent was made of what stands, as when somebody corrects it ashore: nothing has
    #        to be merged
    # by:    who changes it, when that is not the member whose record it is
    # said:  what the device said itself, when somebody mended that at the desk
    def call(
      store:, member:, id:, sent:, now:, reason: nil, paper: nil, phone_now: nil, whole: false,
      by: member, said: nil
    )
      fingerprint = Fingerprint.of(sent)
      store.write do
        sent = PrintedNumbers.in_sent(store, sent)
        known = store.encounters.find_for_update(id)
        versions = known && RecordVersions.new(store:, known:)
        refuse_other_member(known, member)
        heard = versions&.already(sent, fingerprint)
        next answer(store, known, "known", heard[:revision]) if heard

        refuse_other_content(versions, sent)
        stands, collisions =
          whole || known.nil? ? [sent, []] : versions.merged(sent).values_at(:sent, :collisions)
        stored =
          put(
            store:, member:, id:, sent: stands, now:, reason:, paper:, phone_now:, by:, known:,
            fingerprint:,
            collisions: collisions(known, sent, collisions, whole, now)
          )
        keep_version(store, stored, said || sent, fingerprint, by)
        answer(store, stored, "stored", stored[:revision])
      end
    end

    def refuse_other_member(known, member)
      return if known.nil? || known[:member_id] == member[:id]

      refuse(
        Core::Conflict, "id", :other_member,
        "Another member's encounter has this id. Start the record again."
      )
    end

    def refuse_other_content(versions, sent)
      return unless versions&.other_content?(sent)

      refuse(Core::Conflict, "revision", :other_content,
        "Revision #{sent[:revision]} of this encounter was stored with other content. Send " \
          "the change as revision #{sent[:revision] + 1}.")
    end

    def answer(store, stored, word, revision)
      fish = stored[:fish_id] && store.fish.find(stored[:fish_id])
      {
        answer: word,
        story_key: fish && fish[:story_key],
        caution_points: stored[:caution_points],
        revision:,
        collisions: stored[:collisions].to_a.map(&:to_h)
      }
    end

    def put(
      store:, member:, id:, sent:, now:, reason:, paper:, phone_now:, by:, known:, fingerprint:,
      collisions:
    )
      stages = Core::Handling::Stages.new(sent[:stages])
      trip = check(store, member, sent, stages, latest(now, phone_now))
      refuse_change_of_submitted(trip, known, reason)
      encounter = encounter(id, member, sent, stages, trip)
      encounter =
        encounter.merge(known ? { source: known[:source], recorded_by: known[:recorded_by] } : {})
      encounter = encounter.merge(paper ? { source: "paper", **paper } : {})
      encounter =
        encounter.merge(
          fingerprint:,
          collisions:,
          revision: known ? known[:revision] + 1 : sent[:revision],
          clock_ahead_seconds:
            phone_now ? (phone_now - now).round : known&.fetch(:clock_ahead_seconds),
          **voided(sent, known, by, now)
        )
      encounter = encounter.merge(JudgeEncounter.call(store:, encounter:, taps: stages.taps))
      stored = write(store, encounter, sent, known, now)
      store.encounters.add_stages(
        encounter_id: id,
        revision: encounter[:revision],
        taps: stages.taps
      )
      note_correction(store, by, trip, known, encounter, reason)
      stored
    end

    # What still waits to be chosen, and what came to it; what somebody corrected is chosen.
    def collisions(known, sent, found, whole, now)
      waiting = known ? known[:collisions].to_a.map(&:to_h) : []
      return sent.fetch(:collisions, waiting) if whole

      fields = found.map { |one| one[:field] }
      waiting.reject { |one| fields.include?(one["field"]) } +
        found.map { |one| { **one, device: sent[:device], at: now.utc.iso8601 } }
    end

    def voided(sent, known, by, now)
      return { voided_at: nil, voided_because: nil, voided_by: nil } if sent[:voided_because].nil?

      { voided_because: sent[:voided_because], voided_at: known&.fetch(:voided_at) || now,
        voided_by: known&.fetch(:voided_by) || by[:id] }
    end

    def keep_version(store, stored, sent, fingerprint, by)
      row = store.encounters.find_for_update(stored[:id])
      store.encounters.add_version(
        encounter_id: row[:id],
        revision: row[:revision],
        device: sent[:device].to_s,
        device_revision: sent[:revision],
        fingerprint:,
        member_id: by[:id],
        said: Plain.of(sent.except(:collisions)),
        stands: Plain.of(SentAgain.of(store, row))
      )
    end

    def latest(now, phone_now) = (phone_now || now).clamp(now, now + MOST_AHEAD_SECONDS)

    def check(store, member, sent, stages, latest)
      trip = store.trips.find(sent[:trip_id])
      unless trip && trip[:member_id] == member[:id]
        refuse(
          Core::InvalidInput, "trip_id", :unknown_trip,
          "This trip is not one of yours. Open the Deck again to take its card."
        )
      end
      unless store.species.find(sent[:species_code])
        refuse(
          Core::InvalidInput, "species_code", :unknown_species,
          "There is no species #{sent[:species_code].inspect} in the catalogue."
        )
      end
      check_spot(store, sent[:spot_code])
      late = stages.taps.find { |tap| tap[:at] > latest + CLOCK_SLACK_SECONDS }
      return trip unless late

      refuse(
        Core::InvalidInput, "stages", :in_the_future,
        "A tap is stamped #{late[:at].utc.iso8601}, which " \
          "is still to come. Check the phone's clock."
      )
    end

    def check_spot(store, code)
      return if code.nil? || store.waters.spot(code)

      refuse(
        Core::InvalidInput, "spot_code", :unknown_spot,
        "There is no spot #{code.inspect}. Open the Deck again to take its newest card."
      )
    end

    def refuse_change_of_submitted(trip, known, reason)
      return unless trip[:state] == "submitted" && known && reason.to_s.strip.size < 3

      refuse(
        Core::Conflict, "reason", :submitted,
        "This trip was submitted, so its records are locked. " \
          "Correct this one on Dockside, with a reason."
      )
    end

    # What a correction may change; the rest follows from it.
    TELLING = %i[
      kind fate species_code length_mm length_kind length_how weight_g tare_g girth_mm hook_place
      removal bleeding outcome lat_deg lon_deg water_temp_c depth_m air_seconds note
    ].freeze

    # A record that reaches us after its trip was submitted is added on top, like a correction.
    def note_correction(store, by, trip, known, encounter, reason)
      return unless trip[:state] == "submitted"

      changes =
        TELLING
          .filter_map do |column|
            if plain(known&.fetch(column)) != plain(encounter[column])
              [column, [known && plain(known[column]), plain(encounter[column])]]
            end
          end
          .to_h
      store.dockside.add_correction(
        encounter_id: encounter[:id],
        revision: encounter[:revision],
        member_id: by[:id],
        reason: reason || "It reached us after the trip was submitted.",
        changes:
      )
    end

    def plain(value) = value.is_a?(BigDecimal) ? value.to_f : value

    SENT_AS_KEPT = %i[
      trip_id revision kind fate species_code weight_g weight_how tare_g girth_mm hook_place
      hook_side hook_count removal bleeding marks handling pressure_signs reflexes depth_m outcome
      tag_act tag_advice decision_why place_how hook_type utc_offset_minutes water_temp_c
      house_rules_version own_rules_version note tag_question
    ].freeze

    def encounter(id, member, sent, stages, trip)
      caught_at = stages.taps.first[:at]
      times = stages.to_h
      {
        id:,
        member_id: member[:id],
        hook_type: trip.dig(:plan, :hook),
        **sent.slice(*SENT_AS_KEPT),
        **Core::Fish::SentLength.columns(sent[:length]),
        lat_deg: sent.dig(:place, :lat_deg),
        lon_deg: sent.dig(:place, :lon_deg),
        spoiled_numbers: numbers(sent[:spoiled_numbers]),
        lost_numbers: numbers(sent[:lost_numbers]),
        spot_code: sent[:spot_code] || trip[:spot_code],
        caught_at:,
        caught_on: (caught_at.utc + (sent[:utc_offset_minutes] * 60)).to_date,
        air_seconds: sent[:air_seconds] || times[:air_seconds],
        **times.slice(:fight_seconds, :tagging_seconds),
        tag_where: sent[:tag_where] || stages.tag_where
      }
    end

    def numbers(typed) = (typed || []).map { |number| Core::Tags::Number.normalise(number) }

    # Returns the row as it stands. A void record is kept as it was said and touches no tag and no
    # fish.
    def write(store, encounter, sent, known, now)
      void =
        (
          if encounter[:voided_because]
            { kind: "untagged", spoiled_numbers: [], lost_numbers: [], tag_act: nil }
          else
            {}
          end
        )
      refuse_void_of_a_chain(store, known) if void.any?
      counts = encounter.merge(void)
      named = void.any? ? [] : numbers(sent[:tag_numbers])
      put = { "tagged" => named, "recaptured" => numbers(sent[:new_tag_numbers]) }.fetch(
        counts[:kind],
        []
      )
      check_numbers(counts, named, put)
      tags = EncounterTags.new(store:, encounter: counts, put:, known:)
      tags.prepare
      verdict = verdict(store, counts, named)
      fish = fish_of(store, counts, verdict, put, known)
      counts = counts.merge(fish_id: fish && fish[:id])
      stored =
        encounter.merge(
          fish_id: counts[:fish_id],
          read_numbers: encounter[:kind] == "tagged" ? [] : named
        )
      known ? store.encounters.replace(stored) : store.encounters.add(stored)
      tags.settle(
        fish_id: stored[:fish_id],
        off: verdict && verdict[:accepted] ? [*named, verdict[:fish][:number]].uniq : [],
        now:
      )
      follow(store, counts, known, named:, put:, verdict:, now:)
      stored
    end

    # A release that somebody has caught again since is not taken out of the world by a touch.
    def refuse_void_of_a_chain(store, known)
      unless known && known[:kind] == "tagged" && known[:fish_id] &&
          store.fish.catches(known[:fish_id]).size > 1
        return
      end

      refuse(
        Core::Conflict, "voided_because", :caught_again,
        "This fish was caught again since, so its release cannot be void. Correct what is wrong " \
          "in it, or ask the coordinator."
      )
    end

    # What the numbers on a recaptured fish say; what was decided of them at the desk stands.
    def verdict(store, encounter, named)
      return nil unless encounter[:kind] == "recaptured"

      decided = FileReading.decided(store:, encounter_id: encounter[:id], numbers: named)
      if decided
        return (
          { accepted: true, fish: { fish_id: decided[:fish_id], number: decided[:tag_number] } }
        )
      end

      FindFish.judge(
        store:,
        report: {
          **encounter,
          encounter_id: encounter[:id],
          number_as_read: named.first,
          more_numbers: named.drop(1)
        }
      )
    end

    # What a catch means for what was known: numbers that wait, the span of the fish, the one who
    # tagged it.
    def follow(store, encounter, known, named:, put:, verdict:, now:)
      FileReading.call(store:, encounter:, numbers: named, verdict:, now:)
      FileReading.judge_waiting(store:, numbers: put) if put.any?
      before = known && known[:fish_id]
      [before, (encounter[:fish_id] if encounter[:kind] == "recaptured" || before)].compact
        .uniq
        .each { |fish_id| MeasureSpan.call(store:, fish_id:) }
      if verdict.nil? || !verdict[:accepted] || before == encounter[:fish_id] ||
          verdict[:fish][:tagger_id] == encounter[:member_id]
        return
      end

      WriteLetter.recapture_to_tagger(
        store:,
        report: encounter.merge(id: nil),
        fish: verdict[:fish]
      )
    end

    def check_numbers(encounter, named, put)
      if encounter[:kind] == "tagged" && named.empty?
        refuse(
          Core::InvalidInput, "tag_numbers", :no_tag, "A tagged fish needs the number of its tag."
        )
      end
      if encounter[:kind] == "recaptured" && named.empty?
        refuse(
          Core::InvalidInput, "tag_numbers", :no_tag,
          "A recapture needs the number on the tag, as far as it can be read."
        )
      end
      return unless %w[replaced added].include?(encounter[:tag_act]) && put.empty?

      refuse(
        Core::InvalidInput, "new_tag_numbers", :no_tag,
        "A tag that was #{encounter[:tag_act]} needs the new number."
      )
    end

    # A tagged fish is the same as before when the record is corrected, else a new one. A recapture
    # is of the fish that its numbers name; while they wait at the desk, a new tag in such a fish
    # starts its chain here.
    def fish_of(store, encounter, verdict, put, known)
      return nil if encounter[:kind] == "untagged"

      id = verdict[:fish][:fish_id] if verdict && verdict[:accepted]
      id ||= known && known[:fish_id] unless put.empty?
      unless put.empty?
        id ||=
          store.fish.add(
            species_code: encounter[:species_code],
            story_key: SecureRandom.urlsafe_base64(16)
          )
      end
      id && store.fish.find(id)
    end

    def refuse(error, field, code, sentence) = raise(error.at(field, code, sentence))
    private_class_method :check_spot,
      :refuse_other_member,
      :refuse_other_content,
      :put,
      :collisions,
      :voided,
      :keep_version,
      :latest,
      :check,
      :encounter,
      :numbers,
      :write,
      :refuse_void_of_a_chain,
      :verdict,
      :follow,
      :check_numbers,
      :fish_of,
      :refuse_change_of_submitted,
      :note_correction,
      :plain,
      :refuse
  end
end
