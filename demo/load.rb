# frozen_string_literal: true

require "argon2"
require "csv"

module Demo
  # Writes the simulated cooperative into an empty database.
  class Load
    SEED = 20_260_401
    RELEASES = 2400
    BATCH_TAGS = 500
    SERIES = { prefix: "MS", digits: 6, first_serial: 1, last_serial: 8000 }.freeze
    BATCH = 50
    # Full batches still in a pouch at the end, so that nobody's pouch is empty on the first day.
    SPARE = 40
    UTC_OFFSET_MINUTES = -60
    OPEN_REPORTS = 3

    # Returns counts by table, or nil when the database is not empty.
    def self.call(db:, today:, releases: RELEASES, seed: SEED) = db[:members].empty? ? new(db, today, releases, seed).call : nil

    def initialize(db, today, releases, seed)
      @db = db
      @today = today
      @releases = releases
      @seed = seed
      @rng = Random.new(seed + 1)
      @treatment = Treatment.new(seed + 2)
      @rules = Core::Protocol::HouseRules.default
      @rows = Hash.new { |hash, table| hash[table] = [] }
      @serial = 0
    end

    def call
      @db.transaction do
        # One note for all of it, not one for each row.
        @db.get(Sequel.function(:set_config, "voucher.unnoted", "on", true))
        @db[:row_changes].insert(by: "the demo", table_name: "demo", row_id: @seed.to_s, act: "added")
        catalogue
        people
        laws
        tags_and_fish
        write
        @db.run("analyze")
      end
      @rows.transform_values(&:size)
    end

    # What every programme starts from, demo or not.
    def self.catalogue(db)
      rows = CSV.read(File.join(ROOT, "db/catalogue/species.csv"), headers: true).map do |line|
        line.to_h.transform_keys(&:to_sym).transform_values { |value| value.to_s.empty? ? nil : value }
            .then { |row| row.merge(hazards: list(row[:hazards]), look_alikes: list(row[:look_alikes])) }
      end
      Store::Species.new(db).add(rows)
    end

    def self.list(text) = Sequel.pg_array(text.to_s.split(";"), :text)

    private

    def catalogue
      self.class.catalogue(@db)
      @db[:waters].multi_insert(Sound::WATERS)
      @db[:spots].multi_insert(Sound::SPOTS)
      @species = Store::Species.new(@db).all.to_h { |one| [one.code, one] }
    end

    # One password for the whole demo, hashed once.
    def people
      hash = Argon2::Password.new(t_cost: 2, m_cost: 16).create(People::PASSWORD)
      @members = People::MEMBERS.to_h do |person|
        account_id = @db[:accounts].insert(email: person[:email])
        @db[:account_password_hashes].insert(id: account_id, password_hash: hash)
        id = @db[:members].insert(account_id:, **person.slice(:name, :role, :public_name), permit_number: "MSC-#{100 + account_id}",
                                  permit_expires_on: permit_until(person), trained: Sequel.pg_array(person[:skill] < 0.95 ? %w[tagging venting] : %w[tagging], :text))
        @db[:lockers].insert(member_id: id, gear: Sequel.pg_jsonb(Gear.of(person)))
        [person[:name], { id:, tags: [] }]
      end
    end

    # One permit has run out, two run out soon.
    def permit_until(person)
      { "Rafe Ollerton" => @today - 20, "Corin Vane" => @today + 10, "Bertil Skaw" => @today + 45 }.fetch(person[:name]) { Date.new(@today.year + 1, 12, 31) }
    end

    def laws
      Gear::LAWS.each do |species_code, law|
        water_code = Truth::SPECIES.fetch(species_code)[:waters].first
        @db[:laws].insert(**law, species_code:, water_code:, length_kind: @species.fetch(species_code).length_kind,
                                 checked_on: @today - (species_code == "cod" ? 130 : 30), authority: Gear::AUTHORITY, entered_by: @members.fetch(People::MEMBERS[1][:name])[:id])
      end
    end

    def tags_and_fish
      @series_id = @db[:tag_series].insert(SERIES)
      @batch_ids = (SERIES[:first_serial]..SERIES[:last_serial]).each_slice(BATCH_TAGS).map.with_index(1) do |serials, index|
        @db[:tag_batches].insert(series_id: @series_id, label: "Print #{index}", first_serial: serials.first, last_serial: serials.last)
      end
      simulation = Simulation.new(species: @species, today: @today, releases: @releases, seed: @seed)
      simulation.each_life { |life| fish(life) }
      @members.each_value { |member| issue(member, @today) while member[:tags].size < SPARE }
      open_reports
      trip_today
    end

    def fish(life)
      fish_id = uuid
      @rows[:fish] << { id: fish_id, species_code: life[:species].code, story_key: key, created_at: moment(life[:release]) }
      numbers = Array.new(life[:double] ? 2 : 1) { next_tag(life[:release]) }
      id = encounter(life[:species], life[:release], "tagged", fish_id)
      numbers.each { |number| tagging(number, fish_id, id, life[:release]) }
      life[:again].each { |caught| caught_again(life[:species], caught, fish_id, numbers) }
      @rows[:spans] << span(life, fish_id) if life[:again].any?
      @last_number = numbers.first
      @last_release = life[:release]
      @last_species = life[:species]
    end

    def span(life, fish_id)
      first, last = life[:release], life[:again].last
      { fish_id:, species_code: life[:species].code, caught: life[:again].size + 1, days: (last.date - first.date).to_i, growth_mm: last.length_mm - first.length_mm,
        distance_m: Core::Waters::Geodesic.distance_m(first.lat_deg, first.lon_deg, last.lat_deg, last.lon_deg) }
    end

    def caught_again(species, caught, fish_id, numbers)
      read = numbers.first(caught.tags_left)
      if caught.by_finder
        report(species, caught, fish_id, read.first)
      else
        encounter(species, caught, "recaptured", fish_id, read_numbers: read)
      end
    end

    def encounter(species, caught, kind, fish_id, read_numbers: [])
      id = uuid
      start = moment(caught)
      taps = caught.taps.map { |act, seconds| { act:, at: start + seconds } }
      times = Core::Handling::Stages.new(taps)
      treatment = @treatment.of(hook_place: caught.hook_place, skill: caught.member[:skill])
      row = {
        id:, trip_id: trip(caught), member_id: member_id(caught), fish_id:, revision: 1, fingerprint: "demo", kind:, fate: "released", species_code: species.code,
        length_mm: caught.length_mm, length_kind: species.length_kind, length_how: caught.how, hook_place: caught.hook_place, caught_at: start,
        caught_on: caught.date, utc_offset_minutes: UTC_OFFSET_MINUTES, lat_deg: caught.lat_deg, lon_deg: caught.lon_deg, spot_code: caught.spot[:code],
        water_temp_c: caught.water_temp_c, air_seconds: times.air_seconds, fight_seconds: times.fight_seconds, house_rules_version: 1,
        read_numbers: Sequel.pg_array(read_numbers, :text), **treatment
      }
      row[:caution_points] = Core::Handling::Review.of(encounter: row, species:, rules: @rules).score.points
      @rows[:encounters] << row.merge(handling: Sequel.pg_array(treatment[:handling], :text))
      @rows[:stages].concat(taps.each_with_index.map { |tap, position| { encounter_id: id, revision: 1, position:, **tap } })
      id
    end

    def tagging(number, fish_id, encounter_id, release)
      at = moment(release)
      @rows[:taggings] << { tag_number: number, fish_id:, encounter_id:, created_at: at }
      @rows[:tag_custody] << { tag_number: number, act: "applied", member_id: member_id(release), at: }
      @tags[number][:state] = "applied"
    end

    def report(species, caught, fish_id, number)
      id = uuid
      finder = People::FINDERS.sample(random: @rng)
      @rows[:reports] << report_row(id, caught, number_as_read: number, species_code: @rng.rand < 0.9 ? species.code : nil, finder:, length_kind: species.length_kind)
                         .merge(state: "matched")
      @rows[:matches] << { report_id: id, fish_id:, tag_number: number, how: "exact", made_at: moment(caught) + 86_400 }
    end

    def report_row(id, caught, number_as_read:, species_code:, finder:, length_kind:)
      { id:, fingerprint: "demo", report_key: key, number_as_read:, numbers: Sequel.pg_array([number_as_read], :text), species_code:, length_mm: caught.length_mm, length_kind:,
        length_how: caught.how, caught_on: caught.date, lat_deg: caught.lat_deg, lon_deg: caught.lon_deg, place_words: "near #{caught.spot[:name]}",
        fate: caught.kept ? "kept" : "released", finder_name: finder, finder_contact: finder && "#{finder.split.first.downcase}@finders.example",
        waiting_reason: nil, sent_at: moment(caught) + 86_400 }
    end

    # What the desk finds on the first morning: a worn digit, swapped digits, a tag of somebody else's.
    def open_reports
      number = @last_number
      [number.sub(/\d\z/, "?"), number.sub(/(\d)(\d)\z/, '\2\1').then do |swapped|
        swapped == number ? "#{number}0" : swapped
      end, "QK10427"].first(OPEN_REPORTS).each_with_index do |read, index|
        # The first two are of one fish, a little longer and near where it was tagged; the third is of another programme's.
        species = index < 2 ? @last_species : @species.fetch("cod")
        spot = index < 2 ? @last_release.spot : Sound::SPOTS[index]
        caught = Simulation::Handling.new(date: @today - 2 - index, minute: 600, spot:, lat_deg: spot[:lat_deg], lon_deg: spot[:lon_deg],
                                          length_mm: index < 2 ? @last_release.length_mm + 4 : species.typical_mm, how: "tape", kept: index == 1)
        @rows[:reports] << report_row(uuid, caught, number_as_read: read, species_code: species.code, finder: People::FINDERS[index], length_kind: species.length_kind)
                           .merge(state: "waiting", waiting_reason: index < 2 ? "number_not_found" : "other_programme")
      end
    end

    def trip_today
      @rows[:trips] << { id: uuid, member_id: @members.fetch(People::MEMBERS.first[:name])[:id], held_on: @today, spot_code: "cutter_ledge", platform: "boat",
                         water_temp_c: Truth.water_temp_c("marrow_sound", @today, @rng), state: "open", created_at: Time.now }
    end

    # One trip per member, day and spot.
    def trip(caught)
      @trips ||= {}
      @trips[[caught.member, caught.date, caught.spot]] ||= uuid.tap do |id|
        @rows[:trips] << { id:, member_id: member_id(caught), held_on: caught.date, spot_code: caught.spot[:code],
                           platform: caught.spot[:code].include?("wall") ? "pier" : %w[shore boat].sample(random: @rng), water_temp_c: caught.water_temp_c,
                           state: "submitted", created_at: moment(caught) }
      end
    end

    def next_tag(release)
      member = @members.fetch(release.member[:name])
      issue(member, release.date) if member[:tags].empty?
      member[:tags].shift
    end

    def issue(member, date)
      @tags ||= {}
      Array.new(BATCH) { @serial += 1 }.each do |serial|
        printed = tag(serial)
        number = printed[:number]
        @tags[number] = printed.merge(state: "in_pouch", holder_id: member[:id])
        @rows[:tag_custody] << { tag_number: number, act: "issued", member_id: member[:id], at: Time.utc(date.year, date.month, date.day, 1) }
        member[:tags] << number
      end
    end

    def tag(serial)
      @series ||= Core::Tags::Series.new(**SERIES)
      { number: @series.number(serial), series_id: @series_id, serial:, batch_id: @batch_ids[(serial - SERIES[:first_serial]) / BATCH_TAGS], state: "in_stock",
        holder_id: nil }
    end

    # The ledger is written in the order of time, as it would have been.
    def write
      stock = ((@serial + 1)..SERIES[:last_serial]).map { |serial| tag(serial) }
      @rows[:tags] = @tags.values + stock
      @rows[:tag_custody].sort_by! { |row| row[:at] }
      %i[tags tag_custody fish trips encounters stages taggings reports matches spans].each do |table|
        rows = @rows[table]
        columns = rows.first.keys
        rows.each_slice(1000) { |slice| @db[table].import(columns, slice.map { |row| row.values_at(*columns) }) }
      end
    end

    def moment(caught)
      local = Time.utc(caught.date.year, caught.date.month, caught.date.day) + (caught.minute * 60)
      local - (UTC_OFFSET_MINUTES * 60)
    end

    def member_id(caught) = @members.fetch(caught.member[:name])[:id]

    # From the seed, so that the same demo has the same addresses.
    def key = Array.new(22) { "ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz23456789"[@rng.rand(57)] }.join

    def uuid
      hex = Array.new(32) { @rng.rand(16).to_s(16) }
      hex[12] = "7"
      hex[16] = %w[8 9 a b][@rng.rand(4)]
      hex.join.unpack("a8a4a4a4a12").join("-")
    end
  end
end
