# frozen_string_literal: true

module Demo
  # What a coordinator finds on the first morning, beside the three open reports: a number read on
  # the Deck that fits no fish alone, a catch that two people told, a tag of another programme,
  # doubts about records, and letters. Written by the same acts that the screens use.
  class Morning
    FINDER = { finder_name: "Edda Morrow", finder_contact: "edda@finders.example" }.freeze

    def initialize(store:, today:)
      @store = store
      @db = store.db
      @today = today
      @hamish = member(People::COORDINATOR)
      @wren =
        store.members.find(
          @db[:members]
            .where(role: "tagger")
            .exclude(account_id: @db[:accounts].where(email: People::TAGGER).select(:id))
            .order(:name)
            .get(:id)
        )
    end

    def call
      fish = at_large.first(6)
      tell(fish[0], **FINDER)
      again =
        tell(
          fish[0],
          finder_name: "Corentin Ash",
          finder_contact: nil,
          place_words: "off the harbour wall"
        )
      decide(again, "same_catch", "Two anglers of one boat.", other_report_id: report_of(fish[0]))
      strange =
        tell(fish[1], number_as_read: "HB20419", finder_name: "Signe Vold", finder_contact: nil)
      decide(
        strange, "other_programme", "Their numbers begin with HB.",
        programme: "Harrow Bank tagging"
      )
      odd_trip(fish[2])
      undelivered
    end

    private

    def member(email) = @store.members.by_account(@db[:accounts].where(email:).get(:id))

    # Tagged fish, the newest first, with what a finder could tell of them some weeks later.
    def at_large
      @db[:encounters]
        .join(:taggings, encounter_id: :id)
        .where(kind: "tagged", species_code: "pollack")
        .where(Sequel[:encounters][:caught_on] < @today - 60)
        .order(Sequel.desc(:caught_at))
        .limit(40)
        .select_all(:encounters)
        .select_append(:tag_number)
        .all
        .uniq { |row| row[:fish_id] }
    end

    def tell(fish, **changes)
      SecureRandom.uuid.tap do |id|
        sent = {
          number_as_read: fish[:tag_number],
          more_numbers: [],
          species_code: fish[:species_code],
          length: {
            value: fish[:length_mm] + 8,
            unit: "mm",
            kind: fish[:length_kind],
            how: "tape"
          },
          caught_on: @today - 4,
          place: fish.slice(:lat_deg, :lon_deg),
          place_words: nil,
          fate: "released",
          **changes
        }
        Acts::ReportTag.call(Acts::Context.new(store: @store), id:, sent:)
      end
    end

    def report_of(fish)
      @db[:reports].where(number_as_read: fish[:tag_number]).order(:sent_at).get(:id)
    end

    def decide(report_id, verdict, reason, **more)
      return unless @store.reports.find(report_id).waiting?

      Acts::DecideReport.call(
        Acts::Context.new(store: @store, member: @hamish),
        report_id:,
        verdict:,
        reason:,
        seen: 0,
        **more
      )
    end

    # A trip that was handed in: a number with its last two digits worn away, and a fish whose
    # weight and time in the air are odd.
    def odd_trip(fish)
      trip_id = SecureRandom.uuid
      Acts::StartTrip.call(
        Acts::Context.new(store: @store, member: @wren), id: trip_id, today: @today, sent: {
          held_on: @today - 3,
          spot_code: fish[:spot_code],
          platform: "boat",
          water_temp_c: 12.0
        }
      )
      length = { value: fish[:length_mm] + 11, unit: "mm", kind: fish[:length_kind], how: "board" }
      common = {
        revision: 1,
        trip_id:,
        fate: "released",
        species_code: fish[:species_code],
        length:,
        hook_place: "jaw_corner",
        new_tag_numbers: [],
        outcome: "strong",
        utc_offset_minutes: Load::UTC_OFFSET_MINUTES,
        place: fish.slice(:lat_deg, :lon_deg),
        place_how: "boat",
        water_temp_c: 12.0,
        house_rules_version: 1
      }
      record(
        **common,
        kind: "recaptured",
        tag_numbers: [fish[:tag_number].sub(/..\z/, "??")],
        tag_act: "left",
        weight_g: nil,
        note: "Streamer cut short by weed.",
        stages: taps(11, air: 13)
      )
      record(
        **common,
        kind: "tagged",
        tag_numbers: @store.tags.pouch(@wren.id).first(1),
        weight_g: 4200,
        weight_how: "scale",
        note: nil,
        stages: taps(12, air: 340)
      )
      Acts::SubmitTrip.call(
        Acts::Context.new(store: @store, member: @wren, now: Time.now),
        trip_id:,
        coast: Acts::Coast.new(@store)
      )
    end

    def record(**sent)
      Acts::RecordEncounter.call(
        Acts::Context.new(store: @store, member: @wren, now: Time.now), id: SecureRandom.uuid, sent:
      )
    end

    def taps(hour, air:)
      seconds = {
        "fish_on" => 0,
        "in_net" => 40,
        "lifted" => 75,
        "back_in_water" => 75 + air,
        "let_go" => 90 + air
      }
      seconds.map { |act, after| { act:, at: (@today - 3).to_time.utc + (hour * 3600) + after } }
    end

    # A letter whose address is wrong.
    def undelivered
      kind = Core::Letters::Kind.fetch("thanks_to_finder")
      id =
        @store.letters.queue(
          kind: "thanks_to_finder",
          recipient: "signe@finders.exmaple",
          **Formats::LetterText.fill(kind.words, kind.examples)
        )
      @store.letters.start(id, now: Time.now)
      @store.letters.not_sent(id, why: "550 no mailbox of this name here", next_try_at: nil)
    end
  end
end
