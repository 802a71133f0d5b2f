# frozen_string_literal: true

module Acts
  # A fish in hand, as the Deck sends it: once, twice, or corrected later.
  #
  #   id:   String, UUID from the phone
  #   sent: { revision:, trip_id:, kind:, fate:, species_code:, length:, weight_g:, hook_place:, bleeding:, pressure_signs: [..], reflexes: {}, tag_numbers: [..],
  #           stages: [{ act:, at: Time }], utc_offset_minutes:, place: { lat_deg:, lon_deg: } | nil,
  #           water_temp_c:, house_rules_version:, note: }
  #
  # Returns { answer: "stored" | "known", story_key: String | nil }.
  # Raises Core::InvalidInput, NotFound or Conflict; nothing is written then.
  module RecordEncounter
    # A phone's clock may run this much ahead of ours.
    CLOCK_SLACK_SECONDS = 300

    module_function

    def call(store:, member:, id:, sent:, now:)
      fingerprint = Fingerprint.of(sent)
      store.write do
        known = store.encounters.find_for_update(id)
        return already(store, known, member, sent, fingerprint) if known && !newer?(known, member, sent)

        stages = Core::Handling::Stages.new(sent[:stages])
        trip = check(store, member, sent, stages, now)
        tags = sent[:tag_numbers].map { |number| Core::Tags::Number.normalise(number) }
        encounter = encounter(id, member, sent, stages, trip).merge(fingerprint:)
        fish = sent[:kind] == "tagged" ? tag(store, encounter, tags, known, now) : read(store, encounter, tags, known)
        store.encounters.add_stages(encounter_id: id, revision: sent[:revision], taps: stages.taps)
        { answer: "stored", story_key: fish && fish[:story_key] }
      end
    end

    def newer?(known, member, sent) = known[:member_id] == member[:id] && sent[:revision] > known[:revision]

    def already(store, known, member, sent, fingerprint)
      if known[:member_id] != member[:id]
        refuse(Core::Conflict, "id", :other_member, "Another member's encounter has this id. Start the record again.")
      elsif known[:revision] == sent[:revision] && known[:fingerprint] != fingerprint
        refuse(Core::Conflict, "revision", :other_content,
               "Revision #{sent[:revision]} of this encounter was stored with other content. Send the change as revision #{known[:revision] + 1}.")
      end
      { answer: "known", story_key: known[:fish_id] && store.fish.find(known[:fish_id])[:story_key] }
    end

    def check(store, member, sent, stages, now)
      trip = store.trips.find(sent[:trip_id])
      refuse(Core::InvalidInput, "trip_id", :unknown_trip, "This trip is not one of yours. Open the Deck again to take its card.") unless trip && trip[:member_id] == member[:id]
      refuse(Core::InvalidInput, "species_code", :unknown_species, "There is no species #{sent[:species_code].inspect} in the catalogue.") unless store.species.find(sent[:species_code])
      late = stages.taps.find { |tap| tap[:at] > now + CLOCK_SLACK_SECONDS }
      return trip unless late

      refuse(Core::InvalidInput, "stages", :in_the_future, "A tap is stamped #{late[:at].utc.iso8601}, which is still to come. Check the phone's clock.")
    end

    def encounter(id, member, sent, stages, trip)
      caught_at = stages.taps.first[:at]
      times = stages.to_h
      { id:, member_id: member[:id], **sent.slice(:trip_id, :revision, :kind, :fate, :species_code, :weight_g, :hook_place, :bleeding, :pressure_signs, :reflexes, :utc_offset_minutes,
                                                  :water_temp_c, :house_rules_version, :note),
        **SentLength.columns(sent[:length]), lat_deg: sent.dig(:place, :lat_deg), lon_deg: sent.dig(:place, :lon_deg),
        spot_code: trip[:spot_code], caught_at:, caught_on: (caught_at.utc + (sent[:utc_offset_minutes] * 60)).to_date,
        air_seconds: times[:air_seconds], fight_seconds: times[:fight_seconds] }
    end

    # A tagging: the same fish as before when the record is corrected, else a new one.
    def tag(store, encounter, numbers, known, now)
      refuse(Core::InvalidInput, "tag_numbers", :no_tag, "A tagged fish needs the number of its tag.") if numbers.empty?
      refuse(Core::InvalidInput, "tag_numbers", :same_tag_twice, "The same number is given twice.") if numbers.uniq.size < numbers.size

      before = known ? store.fish.tags_at(known[:id]) : []
      (numbers - before).each { |number| refuse_unusable(store, number) }
      fish = fish_of(store, encounter, known)
      write(store, encounter.merge(fish_id: fish[:id]), known)
      (before - numbers).each { |number| store.fish.untag(encounter_id: encounter[:id], tag_number: number, at: now) }
      (numbers - before).each { |number| store.fish.tag(fish_id: fish[:id], tag_number: number, encounter_id: encounter[:id]) }
      store.custody.move(before - numbers, act: "issued", member_id: encounter[:member_id], at: now)
      store.custody.move(numbers - before, act: "applied", member_id: encounter[:member_id], at: now)
      fish
    end

    def fish_of(store, encounter, known)
      id = known && known[:fish_id]
      id ||= store.fish.add(species_code: encounter[:species_code], story_key: SecureRandom.urlsafe_base64(16))
      store.fish.find(id)
    end

    def refuse_unusable(store, number)
      tag = store.tags.find(number)
      if tag.nil?
        refuse(Core::InvalidInput, "tag_numbers", :tag_not_issued, "#{number} is not a number of this programme. Read the streamer again.")
      elsif tag[:state] == "applied"
        refuse(Core::Conflict, "tag_numbers", :tag_in_another_fish, "#{number} already sits in another fish. Check the number on the streamer.")
      elsif tag[:state] != "in_pouch"
        refuse(Core::InvalidInput, "tag_numbers", :tag_not_in_a_pouch, "#{number} is written down as #{tag[:state].tr('_', ' ')}, not in a pouch. Ask the coordinator.")
      end
    end

    # A recapture names the tag it bears; a number that no fish of ours carries is kept as read and waits.
    def read(store, encounter, numbers, known)
      refuse(Core::InvalidInput, "tag_numbers", :no_tag, "A recapture needs the number on the tag, as far as it can be read.") if encounter[:kind] == "recaptured" && numbers.empty?
      carried = numbers.filter_map { |number| store.fish.carrying(number) }.first
      fish = carried && { id: carried[:fish_id], story_key: carried[:story_key] }
      write(store, encounter.merge(fish_id: fish && fish[:id], read_numbers: numbers), known)
      fish
    end

    def write(store, encounter, known) = known ? store.encounters.replace(encounter) : store.encounters.add(encounter)

    def refuse(error, field, code, sentence) = raise(error.at(field, code, sentence))
    private_class_method :newer?, :already, :check, :encounter, :tag, :fish_of, :refuse_unusable, :read, :write, :refuse
  end
end
