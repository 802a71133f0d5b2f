# frozen_string_literal: true

module Acts
  # Brings the good rows of a table in, some hundred in one transaction with the line that was
  # reached, so that what is broken off goes on where it was. Each row in a savepoint of its own;
  # what others did meanwhile may still keep one out.
  class StoreImport
    AT_ONCE = 500
    TRIP = %i[fished_hours rods water_temp_c].freeze
    NOON = [12, 0].freeze
    # As the reader said it, so it is stored.
    TOLD = %i[
      id member_id species_code fate length_mm length_kind length_how weight_g hook_place hook_type
      bleeding outcome fight_seconds lat_deg lon_deg spot_code water_temp_c depth_m air_seconds note
    ].freeze

    # going: -> whether to go on, asked between transactions
    def self.call(context, id, going: -> { true })
      import = new(context, id)
      loop do
        return unless going.call
        break unless import.step
      end
    end

    def initialize(context, id)
      @context = context
      @store = context.store
      @imports = @store.imports
      @id = id
      @offsets = {}
      @versions = {}
      @spots = @store.waters.spots.to_h { |spot| [spot.code, spot] }
    end

    # Returns whether there may be more.
    def step
      @store.write do
        @imports.lock(@id)
        after = @imports.find(@id)[:at_line]
        rows = @imports.rows(@id, after:, limit: AT_ONCE, state: "good")
        bring(rows.to_h { |row| [row[:line], row[:said].transform_keys(&:to_sym)] })
        done = rows.size < AT_ONCE
        @imports.change(@id, at_line: rows.last&.fetch(:line) || after,
          **(done ? { state: "done" } : {}))
        !done
      end
    end

    private

    # said: { line => as Core::Imports::RowReader read it, through JSON }
    def bring(said)
      know_days(said.values.map { |one| Date.iso8601(one[:caught_on]) }.uniq)
      @trips = trips(said.reject { |_, one| one[:finder] })
      catches = said.reject { |_, one| one[:finder] || one[:what] == "day" }
      plain = at_once(catches)
      said.each { |line, one| try(line, one) unless plain.key?(line) }
      @imports.stored_all(@id, plain)
    end

    # What became of each line that needed no look of its own: { line => { encounter_id:, .. } }
    def at_once(catches)
      rows = catches.to_h do |line, said|
        [line, { encounter: encounter(said, @trips[line]), numbers: said[:tag_numbers] }]
      end
      before = BringReleases.call(@context, rows.values, import_id: @id)
      before.merge!(BringRecaptures.call(@context, rows.values).to_h { |id| [id, {}] })
      rows.each_with_object({}) do |(line, one), stored|
        id = one[:encounter].id
        stored[line] = became(id, @trips[line], before[id]) if before.key?(id)
      end
    end

    def became(encounter_id, trip_id, before)
      { encounter_id:, trip_id:,
        tags_before: before.map { |number, tag| [number, tag[:state], tag[:holder_id]] } }
    end

    def try(line, said)
      stored = @store.write { bring_one(said, @trips[line]) }
      @imports.stored(@id, line, state: "stored", **stored)
    rescue Core::Error => e
      @imports.stored(@id, line, state: "refused",
        faults: [{ rule: e.message, mend: "Look at the record that this one meets." }])
    end

    def bring_one(said, trip_id)
      return { report_id: report(said) } if said[:finder]
      return { trip_id: } if said[:what] == "day"

      before = said[:said] == "tagged" ? @imports.tags(said[:tag_numbers]) : {}
      stored = StoreCatch.call(store: @store, encounter: encounter(said, trip_id),
        sent: sent(said), known: nil, now: @context.now)
      @imports.own_fish(stored.fish_id, @id) if said[:said] == "tagged"
      became(stored.id, trip_id, before)
    end

    # One for each member, day and spot of the table; what a later row adds to it is added.
    def trips(said)
      of = said.transform_values { |one| one.values_at(:member_id, :caught_on, :spot_code) }
      known = @imports.trips(@id, of.values.uniq)
      told = said.keys.group_by { |line| of[line] }.transform_values do |lines|
        lines.map { |line| said[line].slice(*TRIP, :platform).compact }.reverse.reduce(:merge)
      end
      new = told.reject { |key, _| known.key?(key) }
      ids = new.transform_values { SecureRandom.uuid }
      @imports.add_trips(new.map { |key, values| new_trip(ids[key], key, values) })
      known.each { |key, trip| add_to(trip, told[key]) }
      of.transform_values { |key| ids[key] || known[key][:id] }
    end

    def new_trip(id, (member_id, held_on, spot_code), values)
      { id:, import_id: @id, member_id:, held_on:, spot_code:, state: "submitted",
        platform: "unknown", **TRIP.to_h { |key| [key, nil] }, **values }
    end

    def add_to(trip, told)
      new = told.slice(*TRIP).reject { |key, _| trip[key] }
      @imports.change_trip(trip[:id], new) if new.any?
    end

    def encounter(said, trip_id)
      Core::Records::Encounter.new(
        **said.slice(*TOLD), **time(said),
        trip_id:, kind: said[:said] || "untagged", revision: 1, source: "import",
        import_id: @id, fingerprint: Fingerprint.of(said),
        weight_how: said[:weight_g] && "typed",
        house_rules_version: @versions.fetch(Date.iso8601(said[:caught_on])),
        spoiled_numbers: [], lost_numbers: []
      )
    end

    def sent(said) = { tag_numbers: said[:tag_numbers], new_tag_numbers: [] }

    # The day alone stands at noon, where the programme is.
    def time(said)
      day = Date.iso8601(said[:caught_on])
      minutes = @offsets.fetch(day)
      hour, minute = said[:time] || NOON
      at = Time.utc(day.year, day.month, day.day, hour, minute) - (minutes * 60)
      { caught_on: day, caught_at: at, utc_offset_minutes: minutes,
        caught_time_known: !said[:time].nil? }
    end

    # How far the clocks were ahead on each, and by which rules fish were judged.
    def know_days(days)
      new = days - @offsets.keys
      return if new.empty?

      @offsets.merge!(@store.programme.offsets_minutes(new))
      ends = new.to_h { |day| [day.next_day.to_time, day] }
      @versions.merge!(@store.house_rules.versions_at(ends.keys).transform_keys(ends))
    end

    # Of somebody who is no member: judged like any other report, and nobody is thanked for what
    # was long ago.
    def report(said)
      spot = @spots[said[:spot_code]]
      report = Core::Recaptures::Report.new(
        id: said[:id], report_key: SecureRandom.urlsafe_base64(16), revision: 1,
        fingerprint: Fingerprint.of(said), units: "metric",
        number_as_read: said[:tag_numbers].first, more_numbers: said[:tag_numbers].drop(1),
        numbers: said[:tag_numbers], day_said: "day", caught_on: Date.iso8601(said[:caught_on]),
        found_how: "caught", place_words: spot&.name,
        lat_deg: said[:lat_deg] || spot&.lat_deg,
        lon_deg: said[:lon_deg] || spot&.lon_deg,
        **said.slice(:species_code, :fate, :length_mm, :length_kind, :length_how)
      )
      ReportTag.add(@context, report, quiet: true)
      @imports.own_report(report.id, @id)
      report.id
    end
  end
end
