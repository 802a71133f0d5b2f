# frozen_string_literal: true

require "argon2"
require "csv"

module Demo
  # Writes the simulated cooperative into an empty database.
  class Load
    include Today

    SEED = 20_260_401
    # parts: processes that each make their share, with rows flushed as they come; one part writes
    #        all in one transaction
    Size = Struct.new(:releases, :series, :batch_tags, :parts, keyword_init: true)
    SMALL =
      Size.new(
        releases: 2400,
        series: { prefix: "MS", digits: 6, first_serial: 1, last_serial: 8000 }.freeze,
        batch_tags: 500,
        parts: 1
      ).freeze
    # For benches, in a database of its own.
    LARGE =
      Size.new(
        releases: 1_000_000,
        series: { prefix: "MS", digits: 7, first_serial: 1, last_serial: 1_250_000 }.freeze,
        batch_tags: 50_000,
        parts: 2
      ).freeze
    BATCH = 50
    # Full batches still in a pouch at the end, so that nobody's pouch is empty on the first day.
    SPARE = 40
    UTC_OFFSET_MINUTES = -60
    FLUSH_ROWS = 50_000
    WATER_KIND = Sound::WATERS.to_h { |water| water.values_at(:code, :kind) }.freeze

    # Returns counts by table, or nil when the database is not empty.
    def self.call(db:, today:, size: SMALL, seed: SEED)
      db[:members].empty? ? new(db, today, size, seed).call : nil
    end

    def initialize(db, today, size, seed)
      @db = db
      @today = today
      @size = size
      @seed = seed
      @rng = Random.new(seed + 1)
      @treatment = Treatment.new(seed + 2)
      @tag_in = Random.new(seed + 3)
      @scale = Scale.new(seed + 4)
      @signs = Signs.new(seed + 5)
      @moments = Moments.new(UTC_OFFSET_MINUTES)
      @rules = Core::Protocol::HouseRules.default
      @serial = 0
      @tags = {}
    end

    # One note for all of it in what the database notes, not one for each row. Returns counts by
    # table.
    def call
      counts = in_one_go do
        @db[:row_changes].insert(
          by: "the demo",
          table_name: "demo",
          row_id: @seed.to_s,
          act: "added"
        )
        catalogue
        people
        laws
        tags
        @size.parts == 1 ? part(0) : in_processes
      end
      @db.run("analyze")
      counts
    end

    private

    # A large one has a database of its own, which is thrown away when it fails.
    def in_one_go
      return yield if @size.parts > 1

      @db.transaction do
        @db.get(Sequel.function(:set_config, "voucher.unnoted", "on", true))
        yield
      end
    end

    # Tags that went into a fish after they were written.
    def settle_tags
      @db.run(
        "update tags set state = 'applied' from taggings " \
          "where tag_number = number and state = 'in_pouch'"
      )
    end

    def catalogue
      Catalogue.add(@db)
      Sound.draw(@db)
      @species = Store::Species.new(@db).all.to_h { |one| [one.code, one] }
    end

    # One password for the whole demo, hashed once.
    def people
      hash = Argon2::Password.new(t_cost: 2, m_cost: 16).create(People::PASSWORD)
      @members = People::MEMBERS.to_h do |person|
        account_id = @db[:accounts].insert(email: person[:email])
        @db[:account_password_hashes].insert(id: account_id, password_hash: hash)
        id =
          @db[:members].insert(
            account_id:,
            **person.slice(:name, :role, :public_name),
            permit_number: "MSC-#{100 + account_id}",
            permit_expires_on: permit_until(person),
            trained:
              Sequel.pg_array(person[:skill] < 0.95 ? %w[tagging venting] : %w[tagging], :text)
          )
        @db[:lockers].insert(member_id: id, gear: Sequel.pg_jsonb(Gear.of(person)))
        [person[:name], { id:, tags: [] }]
      end
    end

    # One permit has run out, two run out soon.
    def permit_until(person)
      {
        "Rafe Ollerton" => @today - 20,
        "Corin Vane" => @today + 10,
        "Bertil Skaw" => @today + 45
      }.fetch(person[:name]) { Date.new(@today.year + 1, 12, 31) }
    end

    def laws
      Gear::LAWS.each do |species_code, law|
        water_code = Truth::SPECIES.fetch(species_code)[:waters].first
        @db[:laws].insert(
          **law, species_code:, water_code:,
          length_kind: @species.fetch(species_code).length_kind,
          checked_on: @today - (species_code == "cod" ? 130 : 30),
          authority: Gear::AUTHORITY,
          entered_by: @members.fetch(People::MEMBERS[1][:name])[:id]
        )
      end
    end

    def tags
      first_serial, last_serial = @size.series.values_at(:first_serial, :last_serial)
      @series_id =
        @db[:tag_series].insert(@size.series.merge(tag_type: "anchor", applicator: "needle"))
      @batch_ids =
        (first_serial..last_serial)
          .each_slice(@size.batch_tags)
          .map
          .with_index(1) do |serials, index|
            @db[:tag_batches].insert(
              series_id: @series_id,
              label: "Print #{index}",
              first_serial: serials.first,
              last_serial: serials.last
            )
          end
    end

    # A share of the fish, with tags of its own; all of them when there is one part.
    def part(index)
      @rows = Rows.new(@db, at_once: @size.parts > 1 ? FLUSH_ROWS : nil)
      share = @size.series[:last_serial] / @size.parts
      @serial = index * share
      simulation = Simulation.new(
        species: @species, today: @today, releases: @size.releases / @size.parts,
        seed: @seed + (1000 * index)
      )
      simulation.each_life do |life|
        fish(life)
        @rows.breathe
      end
      fill_pouches
      index.zero? && open_reports && trip_today
      study(simulation) if index.zero?
      ((@serial + 1)..((index + 1) * share)).each { |serial| @rows.add(:tags, tag(serial)) }
      @rows.finish
      @rows.counts
    end

    def fill_pouches
      @members.each_value { |member| issue(member, @today) while member[:tags].size < SPARE }
    end

    # With tags that were issued for it then; what is left of them joins the pouches.
    def study(simulation)
      pouches = @members.transform_values { |member| member[:tags] }
      @members.each_value { |member| member[:tags] = [] }
      species = @species.fetch(Study::SPECIES)
      lives = Study.new(simulation, species:, today: @today, seed: @seed + 6).lives
      lives.each { |life| fish(life) }
      @members.each { |name, member| member[:tags] = pouches[name] + member[:tags] }
    end

    def in_processes
      @db.disconnect
      readers = Array.new(@size.parts) { |index| in_process(index) }
      # Our own children wrote them.
      counts =
        readers.map { |reader| Marshal.load(reader.read) } # rubocop:disable Security/MarshalLoad
      Process.waitall
      settle_tags
      counts.reduce { |sum, count| sum.merge(count) { |_, a, b| a + b } }
    end

    # Returns where its counts can be read.
    def in_process(index)
      reader, writer = IO.pipe
      fork do
        @rng = Random.new(@seed + 1 + (1000 * index))
        @treatment = Treatment.new(@seed + 2 + (1000 * index))
        @tag_in = Random.new(@seed + 3 + (1000 * index))
        @scale = Scale.new(@seed + 4 + (1000 * index))
        @signs = Signs.new(@seed + 5 + (1000 * index))
        writer.write(Marshal.dump(part(index).to_h))
        writer.close
        exit!(0)
      end
      writer.close
      reader
    end

    def fish(life)
      @moments.start_anew
      fish_id = uuid
      @rows.add(
        :fish,
        {
          id: fish_id,
          species_code: life[:species].code,
          story_key: key,
          created_at: moment(life[:release])
        }
      )
      spoil(next_tag(life[:release]), life[:release]) if @signs.spoiled?
      numbers = Array.new(life[:double] ? 2 : 1) { next_tag(life[:release]) }
      id = encounter(life[:species], life[:release], kind: "tagged", fish_id:)
      numbers.each { |number| tagging(number, fish_id, id, life[:release]) }
      life[:again].each { |caught| caught_again(life[:species], caught, fish_id, numbers) }
      @rows.add(:spans, span(life, fish_id)) if life[:again].any?
      untagged(life) if @signs.untagged?
      blank_trip(life[:release]) if @signs.blank?
      @last_number = numbers.first
      @last_release, @last_species = life.values_at(:release, :species)
    end

    def span(life, fish_id)
      first, last = life[:release], life[:again].last
      places = [first, last].map { |one| [one.lat_deg, one.lon_deg] }
      {
        fish_id:, species_code: life[:species].code,
        caught: life[:again].size + 1,
        days: (last.date - first.date).to_i,
        growth_mm: last.length_mm - first.length_mm,
        distance_m: Core::Waters::Geodesic.distance_m(*places.flatten),
        cells_m: Core::Waters::CoarsePlace.between_m(*places)
      }
    end

    def caught_again(species, caught, fish_id, numbers)
      read = numbers.first(caught.tags_left)
      if caught.by_finder
        report(species, caught, fish_id, read)
      else
        encounter(species, caught, kind: "recaptured", fish_id:, read_numbers: read)
      end
    end

    # One that was too small for a tag, soon after.
    def untagged(life)
      small = life[:release].dup.tap do |one|
        one.length_mm = @signs.small_mm(life[:species])
        one.taps = one.taps.map { |act, seconds| [act, (seconds * 0.7).round(3)] }
        one.tags_left = 0
      end
      encounter(
        life[:species], small,
        kind: "untagged", fish_id: nil, id: Ids.uuid(@signs.rng)
      )
    end

    def spoil(number, release)
      @rows.add(
        :tag_custody,
        { tag_number: number, act: "spoiled", member_id: member_id(release), at: moment(release) }
      )
      @tags.delete(number)[:state] = "spoiled"
    end

    def encounter(species, caught, id: uuid, read_numbers: [], **of)
      start = moment(caught)
      taps =
        taps(of[:kind], caught).map do |act, seconds|
          { act:, at: Time.at(start.to_i, (seconds * 1000).round, :millisecond, in: "UTC") }
        end
      times = Core::Handling::Stages.new(taps)
      treatment = @treatment.of(hook_place: caught.hook_place, skill: caught.member[:skill])
      row = {
        id:,
        trip_id: trip(caught),
        member_id: member_id(caught),
        **of,
        revision: 1,
        fingerprint: "demo",
        fate: "released",
        species_code: species.code,
        length_mm: caught.length_mm,
        length_kind: species.length_kind,
        length_how: caught.how,
        hook_place: caught.hook_place,
        caught_at: start,
        caught_on: caught.date,
        utc_offset_minutes: UTC_OFFSET_MINUTES,
        lat_deg: caught.lat_deg,
        lon_deg: caught.lon_deg,
        spot_code: caught.spot[:code],
        water_temp_c: caught.water_temp_c,
        air_seconds: times.air_seconds,
        fight_seconds: times.fight_seconds,
        house_rules_version: 1,
        tag_where: times.tag_where,
        tagging_seconds: times.tagging_seconds,
        read_numbers: Sequel.pg_array(read_numbers, :text),
        **@scale.of(species, caught.length_mm),
        **treatment,
        **@signs.of(species:, hook_place: caught.hook_place)
      }
      review =
        Acts::JudgeEncounter.of(
          Core::Records::Encounter.new(**row), taps,
          species:, rules: @rules, law: nil,
          water: WATER_KIND.fetch(caught.spot[:water_code])
        )
      @rows.add(
        :encounters,
        row.merge(
          caution_points: review[:points],
          review: JSON.generate(review),
          handling: Sequel.pg_array(treatment[:handling], :text),
          pressure_signs: Sequel.pg_array(row[:pressure_signs], :text),
          reflexes: JSON.generate(row[:reflexes])
        )
      )
      taps.each_with_index do |tap, position|
        @rows.add(:stages, { encounter_id: id, revision: 1, position:, **tap })
      end
      id
    end

    # Most who tag also say when the tag is in: towards the end of the lift.
    def taps(kind, caught)
      return caught.taps if kind != "tagged" || @tag_in.rand > 0.85

      times = caught.taps.to_h
      tag_in =
        times["lifted"] +
        ((times["back_in_water"] - times["lifted"]) * (0.45 + (@tag_in.rand * 0.4)))
      (caught.taps + [["tag_in", tag_in.round(3)]]).sort_by(&:last)
    end

    def tagging(number, fish_id, encounter_id, release)
      at = moment(release)
      @rows.add(:taggings, { tag_number: number, fish_id:, encounter_id:, created_at: at })
      @rows.add(
        :tag_custody,
        { tag_number: number, act: "applied", member_id: member_id(release), at: }
      )
      @tags.delete(number)[:state] = "applied"
    end

    def report(species, caught, fish_id, read)
      number = read.first
      id = uuid
      finder = People::FINDERS.sample(random: @rng)
      @rows.add(
        :reports,
        report_row(
          id, caught, number_as_read: number,
          species_code: @rng.rand < 0.9 ? species.code : nil,
          finder:,
          length_kind: species.length_kind
        ).merge(
          state: "matched", numbers: Sequel.pg_array(read, :text),
          more_numbers: Sequel.pg_array(read.drop(1), :text)
        )
      )
      @rows.add(
        :matches,
        {
          report_id: id, fish_id:, tag_number: number,
          how: "exact",
          made_at: moment(caught) + 86_400
        }
      )
    end

    def report_row(id, caught, number_as_read:, finder:, **of)
      {
        id:,
        fingerprint: "demo",
        report_key: key,
        number_as_read:,
        numbers: Sequel.pg_array([number_as_read], :text),
        more_numbers: Sequel.pg_array([], :text),
        **of,
        length_mm: caught.length_mm,
        length_how: caught.how,
        caught_on: caught.date,
        lat_deg: caught.lat_deg,
        lon_deg: caught.lon_deg,
        place_words: "near #{caught.spot[:name]}",
        fate: caught.kept ? "kept" : "released",
        finder_name: finder,
        finder_contact: finder && "#{finder.split.first.downcase}@finders.example",
        waiting_reason: nil,
        sent_at: moment(caught) + 86_400
      }
    end

    # One trip per member, day and spot.
    def trip(caught)
      @trips ||= {}
      @trips[[caught.member[:name], caught.date, caught.spot[:code]]] ||= uuid.tap do |id|
        @rows.add(
          :trips,
          {
            id:,
            member_id: member_id(caught),
            held_on: caught.date,
            spot_code: caught.spot[:code],
            platform:
              caught.spot[:code].include?("wall") ? "pier" : %w[shore boat].sample(random: @rng),
            water_temp_c: caught.water_temp_c,
            state: "submitted",
            created_at: moment(caught),
            **@signs.effort
          }
        )
      end
    end

    # A day on which nothing was caught, told all the same.
    def blank_trip(caught)
      @rows.add(
        :trips,
        {
          id: Ids.uuid(@signs.rng), member_id: member_id(caught),
          held_on: caught.date - 1 - @signs.rng.rand(5),
          spot_code: caught.spot[:code], platform: "shore", water_temp_c: caught.water_temp_c,
          state: "submitted", created_at: moment(caught), **@signs.hours
        }
      )
    end

    def next_tag(release)
      member = @members.fetch(release.member[:name])
      issue(member, release.date) if member[:tags].empty?
      member[:tags].shift
    end

    def issue(member, date)
      Array.new(BATCH) { @serial += 1 }.each do |serial|
        printed = tag(serial)
        number = printed[:number]
        @rows.add(:tags, @tags[number] = printed.merge(state: "in_pouch", holder_id: member[:id]))
        @rows.add(
          :tag_custody,
          {
            tag_number: number,
            act: "issued",
            member_id: member[:id],
            at: Time.utc(date.year, date.month, date.day, 1)
          }
        )
        member[:tags] << number
      end
    end

    def tag(serial)
      @series ||= Core::Tags::Series.new(**@size.series)
      {
        number: @series.number(serial),
        series_id: @series_id,
        serial:,
        batch_id: @batch_ids[(serial - @size.series[:first_serial]) / @size.batch_tags],
        state: "in_stock",
        holder_id: nil
      }
    end

    def moment(caught) = @moments.of(caught)
    def member_id(caught) = @members.fetch(caught.member[:name])[:id]

    def key = Ids.key(@rng)
    def uuid = Ids.uuid(@rng)
  end
end
