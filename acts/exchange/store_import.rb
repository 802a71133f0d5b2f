# frozen_string_literal: true

module Acts
  # Brings the good rows of a table in, some hundred in one transaction with the line that was
  # reached, so that what is broken off goes on where it was. Each row in a savepoint of its own;
  # what others did meanwhile may still keep one out.
  class StoreImport
    AT_ONCE = 500
    NOON = [12, 0].freeze
    NOT_KNOWN = "not known"
    SPOT_M = Core::Exchange::Given::SPOT_M
    # Stored as the reader read it; the day comes as text.
    AS_READ =
      ((Core::Imports::RowValues.members & Core::Fields::Encounter.columns) - [:caught_on]).freeze

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
        after = @imports.find(@id).at_line
        rows = @imports.rows(@id, after:, limit: AT_ONCE, state: "good")
        bring(rows.to_h { |row| [row.line, row.reading] })
        done = rows.size < AT_ONCE
        @imports.change(@id, at_line: rows.last&.line || after,
          **(done ? { state: "done" } : {}))
        !done
      end
    end

    private

    # rows: { line => Core::Imports::RowValues }
    def bring(rows)
      know_days(rows.values.map(&:day).uniq)
      rows = with_members(rows)
      of_members = rows.reject { |_, row| row.finder }
      @trips = TripsOfTable.call(@imports, @id, of_members)
      plain = of_others(of_members.select { |_, row| row.other })
      plain.merge!(at_once(of_members.reject { |_, row| row.day_only? || row.other }))
      rows.each { |line, row| try(line, row) unless plain.key?(line) }
      @imports.stored_all(@id, plain)
    end

    # Members who left long ago are entered by the name that the table gives them.
    def with_members(rows)
      names = rows.values.filter_map(&:former_name).uniq
      return rows if names.empty?

      ids = @imports.former_members(@id, names)
      rows.transform_values do |row|
        row.former_name ? row.with(member_id: ids.fetch(row.former_name)) : row
      end
    end

    # Fish with another programme's tag: kept as caught, their numbers as they were read, with the
    # tags that are to be passed on.
    def of_others(rows)
      return {} if rows.empty?

      caught = rows.to_h { |line, row| [line, encounter(row, @trips[line])] }
      @store.encounters.add_all(
        caught.map do |line, encounter|
          encounter.with(read_numbers: rows[line].tag_numbers, fish_id: nil)
        end
      )
      caught.to_h do |line, encounter|
        reading = FileReading.new_reading(encounter, rows[line].tag_numbers)
        pass_by(reading.with(waiting_reason: nil))
        [line, became(encounter.id, @trips[line], {})]
      end
    end

    # What became of each line that needed no look of its own: { line => { encounter_id:, .. } }
    def at_once(rows)
      catches = rows.to_h do |line, row|
        encounter = encounter(row, @trips[line])
        [line, Core::Imports::Caught.new(encounter:, numbers: row.tag_numbers)]
      end
      before = BringReleases.call(@context, catches.values, import_id: @id)
      before.merge!(BringRecaptures.call(@context, catches.values).to_h { |id| [id, {}] })
      catches.each_with_object({}) do |(line, caught), stored|
        id = caught.id
        stored[line] = became(id, @trips[line], before[id]) if before.key?(id)
      end
    end

    def became(encounter_id, trip_id, before)
      { encounter_id:, trip_id:,
        tags_before: before.values.map(&:to_a) }
    end

    def try(line, row)
      stored = @store.write { bring_one(row, @trips[line]) }
      @imports.stored(@id, line, state: "stored", **stored)
    rescue Core::Error => e
      @imports.stored(@id, line, state: "refused",
        faults: [{ rule: e.message, mend: "Open the record that conflicts with it." }])
    end

    def bring_one(row, trip_id)
      return { report_id: report(row) } if row.finder
      return { trip_id: } if row.day_only?

      before = row.tagged? ? @imports.tags(row.tag_numbers) : {}
      stored = StoreCatch.call(store: @store, encounter: encounter(row, trip_id),
        sent: sent(row), known: nil, now: @context.now)
      @imports.own_fish(stored.fish_id, @id) if row.tagged?
      became(stored.id, trip_id, before)
    end

    def encounter(row, trip_id)
      Core::Records::Encounter.new(
        **row.slice(*AS_READ), **time(row),
        trip_id:, kind: row.said || "untagged", revision: 1, source: "import",
        import_id: @id, fingerprint: Fingerprint.of(row.to_h.compact),
        weight_how: row.weight_g && "typed",
        house_rules_version: @versions.fetch(row.day),
        spoiled_numbers: [], lost_numbers: []
      )
    end

    def sent(row) = { tag_numbers: row.tag_numbers, new_tag_numbers: [] }

    # The day alone stands at noon, where the programme is.
    def time(row)
      day = row.day
      minutes = @offsets.fetch(day)
      hour, minute = row.time || NOON
      caught_at = Time.utc(day.year, day.month, day.day, hour, minute) - (minutes * 60)
      { caught_on: day, caught_at:, utc_offset_minutes: minutes,
        caught_time_known: !row.time.nil? }
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
    def report(row)
      spot = @spots[row.spot_code]
      report = Core::Recaptures::Report.new(
        id: row.id, report_key: SecureRandom.urlsafe_base64(16), revision: 1,
        fingerprint: Fingerprint.of(row.to_h.compact), units: "metric",
        number_as_read: row.tag_numbers.first, more_numbers: row.tag_numbers.drop(1),
        numbers: row.tag_numbers, day_said: "day", caught_on: row.day,
        found_how: "caught", place_words: spot&.name,
        lat_deg: row.lat_deg || spot&.lat_deg,
        lon_deg: row.lon_deg || spot&.lon_deg,
        place_error_m: row.lat_deg ? row.place_error_m : SPOT_M,
        **row.slice(:species_code, :fate, :length_mm, :length_kind, :length_how, :finder_name)
      )
      row.other ? pass_by(report) : ReportTag.add(@context, report, quiet: true)
      @imports.own_report(report.id, @id)
      report.id
    end

    def pass_by(report)
      @store.reports.add(report.with(state: "set_aside", other_programme:))
    end

    # The programme that tags of others are from, as somebody chose it.
    def other_programme
      @other_programme ||= @imports.find(@id).mapped.default("other_programme") || NOT_KNOWN
    end
  end
end
