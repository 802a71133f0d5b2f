# frozen_string_literal: true

module Demo
  # A share of the fish of a demo, with tags and seeds of its own; all of them when there is one.
  class Share
    include Today

    BATCH = 50
    # Full batches still in a pouch at the end, so that nobody's pouch is empty on the first day.
    SPARE = 40
    WATER_KIND = Sound::WATERS.to_h { |water| water.values_at(:code, :kind) }.freeze
    # Common to all shares: plan: Load::Size;  species: { code => Core::Fish::Species };
    # member_ids: { name => id }
    Base = Struct.new(
      :db, :plan, :today, :seed, :species, :member_ids, :series_id, :batch_ids, keyword_init: true
    )

    # base: Base;  on_fish: called after each fish
    def initialize(base, index, on_fish: -> {})
      @size, @today, @species = base.plan, base.today, base.species
      @series_id, @batch_ids = base.series_id, base.batch_ids
      @members = base.member_ids.transform_values { |id| { id:, tags: [] } }
      @index, @on_fish = index, on_fish
      @seed = base.seed + (1000 * index)
      @rng = Random.new(@seed + 1)
      @treatment = Treatment.new(@seed + 2)
      @tag_in = Random.new(@seed + 3)
      @scale = Scale.new(@seed + 4)
      @signs = Signs.new(@seed + 5)
      @moments = Moments.new(Load::UTC_OFFSET_MINUTES)
      @rules = Core::Protocol::HouseRules.default
      @rows = Rows.new(base.db, at_once: @size.parts > 1 ? Load::FLUSH_ROWS : nil)
      @tags = {}
    end

    # Returns counts by table.
    def call
      share = @size.series[:last_serial] / @size.parts
      @serial = @index * share
      simulation = Simulation.new(
        species: @species, today: @today, releases: @size.releases / @size.parts, seed: @seed
      )
      simulation.each_life do |life|
        fish(life)
        @rows.breathe
        @on_fish.call
      end
      fill_pouches
      first(simulation) if @index.zero?
      ((@serial + 1)..((@index + 1) * share)).each { |serial| @rows.add(:tags, tag(serial)) }
      @rows.finish
      @rows.counts
    end

    private

    # Things that exist once in a demo, however many shares it has.
    def first(simulation)
      open_reports
      trip_today
      study(simulation)
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
      places = [first, last].map { |caught| [caught.lat_deg, caught.lon_deg] }
      {
        fish_id:, species_code: life[:species].code,
        caught: life[:again].size + 1,
        days: (last.date - first.date).to_i,
        growth_mm: last.length_mm - first.length_mm,
        distance_m: Core::Geography::Geodesic.distance_m(*places.flatten),
        cells_m: Core::Geography::CoarsePlace.between_m(*places)
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
      small = life[:release].dup.tap do |event|
        event.length_mm = @signs.small_mm(life[:species])
        event.taps = event.taps.map { |act, seconds| [act, (seconds * 0.7).round(3)] }
        event.tags_left = 0
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
      # In milliseconds, which core reads faster than a Time.
      start_ms = start.to_i * 1000
      taps = taps(of[:kind], caught).map do |act, seconds|
        { act:, at: start_ms + (seconds * 1000).round }
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
        utc_offset_minutes: Load::UTC_OFFSET_MINUTES,
        lat_deg: caught.lat_deg,
        lon_deg: caught.lon_deg,
        spot_code: caught.spot[:code],
        water_temp_c: caught.water_temp_c,
        air_seconds: times.air_seconds,
        fight_seconds: times.fight_seconds,
        house_rules_version: 1,
        tag_where: times.tag_where,
        tagging_seconds: times.tagging_seconds,
        read_numbers:,
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
          reflexes: JSON.generate(row[:reflexes])
        )
      )
      taps.each_with_index do |tap, position|
        time = Time.at(0, tap[:at], :millisecond, in: "UTC")
        @rows.add(:stages, { encounter_id: id, revision: 1, position:, act: tap[:act], at: time })
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
      caught_at = moment(release)
      @rows.add(:taggings, { tag_number: number, fish_id:, encounter_id:, created_at: caught_at })
      @rows.add(
        :tag_custody,
        { tag_number: number, act: "applied", member_id: member_id(release), at: caught_at }
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
          state: "matched", numbers: read,
          more_numbers: read.drop(1)
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
        numbers: [number_as_read],
        more_numbers: [],
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
