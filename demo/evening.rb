# frozen_string_literal: true

module Demo
  # Yesterday's trip, come home and not yet finished: half-filled records, a number skipped, a
  # camera whose clock is off, and drawn pictures. Written by the same acts that the screens use.
  class Evening
    SEED = 31
    CAMERA_BEHIND_SECONDS = 47 * 60
    # minute of the day, species, mm, hook place, seconds in the air, pictures, and what is missing
    # or odd about the record
    CATCHES = [
      [1085, "seabass", 436, "jaw_corner", 11, 2, {}],
      [1097, "pollack", 512, "lip", 14, 2, { length: nil }],
      [1112, "seabass", 388, "jaw_corner", 9, 1, { outcome: nil }],
      [1131, "cod", 547, "roof", 17, 3, { weight_g: 1740, weight_how: "scale", tare_g: nil }],
      [1146, "pollack", 455, "throat", 26, 2, { bleeding: "light", removal: "cut_line" }],
      [1158, "seabass", 521, "jaw_corner", 12, 2, { hook_place: nil, place: nil }],
      [1176, "seabass", 404, "lip", 10, 1, {}]
    ].freeze

    def initialize(store:, files:, pictures:, today:)
      @store = store
      @files = files
      @workshop = pictures
      @day = today - 1
      @rng = Random.new(SEED)
      account = store.db[:accounts].where(email: People::TAGGER).get(:id)
      @member = store.members.by_account(account)
    end

    def call
      @trip_id = uuid
      Acts::StartTrip.call(
        Acts::Context.new(store: @store, member: @member), id: @trip_id, today: @day + 1, sent: {
          held_on: @day,
          spot_code: "cutter_ledge",
          platform: "boat",
          water_temp_c: 12.6
        }
      )
      # The fourth tag of the pouch fell between the boards, and nobody has said so yet.
      numbers =
        @store.tags.pouch(@member.id).first(CATCHES.size + 1).tap { |all| all.delete_at(3) }
      fish = CATCHES.each_with_index.map { |caught, index| log(caught, numbers[index]) }
      photos = CATCHES.each_with_index.flat_map { |caught, index| photograph(caught, index) }
      Acts::PlacePhotos.call(
        Acts::Context.new(store: @store, member: @member), trip_id: @trip_id, moved: {
          photo_id: photos.first,
          encounter_id: fish.first
        }
      )
    end

    # The nth picture of a catch; the same one every time, so that it is known where its marks
    # belong.
    def self.picture(catch_index, nth, camera_at)
      Pictures.new(Random.new(SEED + (catch_index * 10) + nth)).draw(
        length_mm: CATCHES[catch_index][2],
        camera_at:
      )
    end

    private

    def log((minute, species_code, length_mm, hook_place, air, _, odd), number)
      start = moment(minute)
      seconds = { "fish_on" => 0, "in_net" => 34 + @rng.rand(20), "lifted" => 70 + @rng.rand(8) }
      seconds["back_in_water"] = seconds["lifted"] + air
      seconds["let_go"] = seconds["back_in_water"] + 12 + @rng.rand(9)
      stages = seconds.map { |act, after| { act:, at: start + after } }
      length = {
        value: length_mm,
        unit: "mm",
        kind: @store.species.find(species_code).length_kind,
        how: "board"
      }
      place = { lat_deg: 48.612 + (@rng.rand * 0.004), lon_deg: -21.472 + (@rng.rand * 0.004) }
      sent = {
        revision: 1,
        trip_id: @trip_id,
        kind: "tagged",
        fate: "released",
        species_code:,
        length:,
        weight_g: nil,
        hook_place:,
        hook_type: "j",
        bleeding: "none",
        removal: "pliers",
        outcome: "strong",
        tag_numbers: [number],
        stages:,
        utc_offset_minutes: Load::UTC_OFFSET_MINUTES,
        place:,
        place_how: "boat",
        water_temp_c: 12.6,
        house_rules_version: 1,
        note: nil,
        **odd
      }
      uuid.tap do |id|
        Acts::RecordEncounter.call(
          Acts::Context.new(store: @store, member: @member, now: start + 600),
          id:,
          sent:
        )
      end
    end

    def photograph((minute, _, _, _, _, count, _), index)
      Array.new(count) do |nth|
        taken = moment(minute) + 74 + (nth * 8)
        # What the camera's clock shows: local time, and late.
        picture =
          self.class.picture(
            index,
            nth,
            taken + (Load::UTC_OFFSET_MINUTES * 60) - CAMERA_BEHIND_SECONDS
          )
        uuid.tap do |id|
          Acts::AddTripPhoto.call(
            Acts::Context.new(store: @store, member: @member),
            album: Acts::Album.new(store: @store, files: @files, pictures: @workshop),
            trip_id: @trip_id, bytes: picture.jpeg,
            sent: {
              id:, name: format("SK%04d.JPG", (index * 10) + nth + 1),
              utc_offset_minutes: Load::UTC_OFFSET_MINUTES
            }
          )
        end
      end
    end

    def moment(minute)
      Time.utc(@day.year, @day.month, @day.day) + (minute * 60) - (Load::UTC_OFFSET_MINUTES * 60)
    end

    def uuid = Ids.uuid(@rng)
  end
end
