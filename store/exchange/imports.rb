# frozen_string_literal: true

module Store
  # Old records from other people's tables: their rows as they came, and what became of each.
  class Imports
    COLUMNS = Core::Imports::Import.members.freeze
    ROW = Core::Imports::Row.members.freeze
    MOST_PUBLIC_NAME = 60

    def initialize(db) = @db = db

    # rows: [[line, [cell | nil], state]]. Returns the id.
    def add(rows:, **import)
      id = @db[:imports].insert(**json(import), rows: rows.size)
      @db[:import_rows].import(
        %i[import_id line cells state],
        rows.map { |line, cells, state| [id, line, Sequel.pg_jsonb_wrap(cells), state] },
        slice: 2000
      )
      id
    end

    # Core::Imports::Import or nil
    def find(id)
      row = present(@db[:imports].select(*COLUMNS).first(id:))
      row && Core::Imports::Import.new(**row)
    end

    def lock(id) = @db[:imports].where(id:).for_update.get(:id)

    # Another of the same content that came in.
    def same_file(sha256, apart_from:)
      @db[:imports].where(sha256:, state: %w[storing stopped done]).exclude(id: apart_from)
        .select(:id, :file_name, :made_at).first
    end

    # The newest first, with who made each.
    def list(limit:)
      @db[:imports].join(:members, id: :member_id).order(Sequel.desc(Sequel[:imports][:id]))
        .limit(limit)
        .select(*%i[id made_at file_name state rows].map { |column| Sequel[:imports][column] },
          Sequel[:members][:name].as(:by)).all
        .map { |row| { **row, counts: counts(row[:id]) } }
    end

    def change(id, columns)
      @db[:imports].where(id:).update(**json(columns), changed_at: Sequel::CURRENT_TIMESTAMP)
    end

    # { "good" => n, "refused" => n, ... }
    def counts(id)
      @db[:import_rows].where(import_id: id).group_and_count(:state)
        .as_hash(:state, :count)
    end

    # Rows after a line, in the file's order: [Core::Imports::Row]. state: of these only
    def rows(id, after: 0, limit: nil, state: nil)
      rows = @db[:import_rows].where(import_id: id).where { line > after }
      rows = rows.where(state:) if state
      rows.order(:line).limit(limit).select(*ROW)
        .map { |row| Core::Imports::Row.new(**present(row)) }
    end

    # Choices that would let rows in that stay out: [{ ask:, rows: }], the most first
    def asks(id)
      ask = Sequel.lit("fault ->> 'ask'")
      @db[:import_rows].where(import_id: id, state: "refused")
        .join(Sequel.lit("lateral jsonb_array_elements(faults) as fault"), true)
        .exclude(Sequel.lit("fault ->> 'ask' is null")).group(ask)
        .order(Sequel.lit("count(distinct line) desc"), ask)
        .select(ask.as(:ask), Sequel.lit("count(distinct line)").as(:rows)).all
    end

    # What stands in a column and how often, the most frequent first: [[text, rows]]
    def words(id, column, limit:)
      text = Sequel.lit("cells ->> ?", column)
      @db[:import_rows].where(import_id: id).exclude(state: "left_out")
        .exclude(Sequel.lit("cells ->> ? is null", column)).group(text)
        .order(Sequel.lit("count(*) desc"), text).limit(limit)
        .select_map([text.as(:word), Sequel.function(:count).*.as(:rows)])
    end

    # readings: [{ line:, state:, said:, faults: }]
    def judged(id, readings)
      return if readings.empty?

      values = readings.map do |reading|
        [reading[:line], reading[:state], Sequel.pg_jsonb_wrap(reading[:said]),
          Sequel.pg_jsonb_wrap(reading[:faults])]
      end
      fresh = Sequel.as(@db.values(values), :fresh, %i[line_number state said faults])
      @db.from(:import_rows, fresh)
        .where(import_id: id, line: Sequel[:fresh][:line_number])
        .update(state: Sequel[:fresh][:state], said: Sequel[:fresh][:said],
          faults: Sequel[:fresh][:faults])
    end

    def stored(id, line, **columns)
      @db[:import_rows].where(import_id: id, line:).update(**json(columns))
    end

    # rows: { line => { encounter_id:, trip_id:, tags_before: } }
    def stored_all(id, rows)
      return if rows.empty?

      values = rows.map do |line, row|
        [line, Sequel.cast(row[:encounter_id], :uuid), Sequel.cast(row[:trip_id], :uuid),
          Sequel.pg_jsonb_wrap(row[:tags_before])]
      end
      columns = %i[encounter_id trip_id tags_before]
      fresh = Sequel.as(@db.values(values), :fresh, [:line_number, *columns])
      @db.from(:import_rows, fresh)
        .where(import_id: id, line: Sequel[:fresh][:line_number])
        .update(state: "stored", **columns.to_h { |column| [column, Sequel[:fresh][column]] })
    end

    # Sums and repeated heads stay left out; rows that a choice left out are looked at again.
    def forget_rows(id)
      records = Sequel.|(Sequel.~(state: "left_out"),
        Sequel.lit("said ->> 'caught_on' is not null"))
      forgotten(@db[:import_rows].where(import_id: id).where(records))
    end

    # The line that names the columns as a row among the others; where it names them still, it is
    # left out of the records like a heading that is repeated.
    def add_heading(id, cells, line:)
      @db[:import_rows].insert_conflict
        .insert(import_id: id, line:, cells: Sequel.pg_jsonb_wrap(cells))
      @db[:imports].where(id:).update(rows: @db[:import_rows].where(import_id: id).count)
    end

    # { id => [file name, day] } of records that came in with an import already
    def came_in(ids)
      known = @db[:encounter_records].where(id: ids).select(:id, :import_id)
        .union(@db[:reports].where(id: ids).select(:id, :import_id))
      @db.from(known.as(:known)).left_join(:imports, id: :import_id)
        .select_hash(Sequel[:known][:id], :file_name)
    end

    # A report or reading of a table that waits.
    #   seen: how many decisions there are
    Waits = Struct.new(:id, :number_as_read, :caught_on, :waiting_reason, :seen)

    # The oldest first: [Waits]
    def waiting(id, limit:)
      decided =
        @db[:decisions].where(report_id: Sequel[:reports][:id]).select(Sequel.function(:count).*)
      waiting_of(id).order(:caught_on, :id).limit(limit)
        .select_map([:id, :number_as_read, :caught_on, :waiting_reason, decided.as(:seen)])
        .map { |values| Waits.new(*values) }
    end

    def waiting_count(id) = waiting_of(id).count

    # Whether a report, or the record that it is a reading of, came in with a table.
    def brought?(report)
      [[:reports, report.id], [:encounter_records, report.encounter_id]].any? do |table, id|
        !@db[table].where(id:).exclude(import_id: nil).empty?
      end
    end

    # { number => Core::Tags::Tag }
    def tags(numbers)
      @db[:tags].where(number: numbers).select(*Tags::COLUMNS)
        .to_h { |row| [row[:number], Core::Tags::Tag.new(**row)] }
    end

    # { number => species code } of those that are or were on a fish
    def species_of(numbers)
      @db[:taggings].join(:fish, id: :fish_id).where(tag_number: numbers)
        .select_hash(:tag_number, :species_code)
    end

    # { name => id } of members who left long ago, as a table calls them, entered if need be
    def former_members(id, names)
      known = @db[:members].where(name: names).select_hash(:name, :id)
      new = (names - known.keys).map do |name|
        { name:, public_name: name.slice(0, MOST_PUBLIC_NAME), role: "tagger", import_id: id }
      end
      @db[:members].multi_insert(new)
      new.empty? ? known : @db[:members].where(name: names).select_hash(:name, :id)
    end

    # { key => Core::Trips::Trip } of those of an import that are there.
    # keys: [[member id, day as text, spot, id of the one that is meant | nil for any]]
    def trips(id, keys)
      return {} if keys.empty?

      rows = @db[:trips].where(import_id: id)
        .where(held_on: keys.map { |_, day| day }.uniq)
        .select(:id, :member_id, :held_on, :spot_code, :platform, :fished_hours, :rods,
          :water_temp_c).all
      rows.flat_map do |row|
        key = [row[:member_id], row[:held_on].iso8601, row[:spot_code]]
        [[[*key, row[:id]], row], [[*key, nil], row]]
      end.to_h.slice(*keys).transform_values { |row| Core::Trips::Trip.new(**row) }
    end

    def add_trips(rows) = @db[:trips].multi_insert(rows)
    def change_trip(id, columns) = @db[:trips].where(id:).update(columns)

    # Returns the ids, in the same order.
    def add_fish(rows)
      rows.empty? ? [] : @db[:fish].returning(:id).multi_insert(rows, return: :primary_key)
    end

    def own_fish(fish_id, import_id) = @db[:fish].where(id: fish_id).update(import_id:)
    def own_report(id, import_id) = @db[:reports].where(id:).update(import_id:)

    # Rows of a table that came in, the last ones first: [{ line:, encounter_id:, report_id:,
    # tags_before: }]
    def brought_in(id, limit:)
      @db[:import_rows].where(import_id: id, state: "stored").reverse(:line).limit(limit)
        .select(:line, :encounter_id, :report_id, :tags_before).map { |row| present(row) }
    end

    # Takes records of these rows out. Raises Core::Conflict where a decision or a correction hangs
    # on one.
    def remove_records(id, rows)
      encounters, reports = %i[encounter_id report_id].map do |key|
        rows.filter_map do |row|
          row[key]
        end
      end
      @db.get(Sequel.function(:remove_import_records, id, Sequel.pg_array(encounters, :uuid),
        Sequel.pg_array(reports, :uuid)))
      forgotten(@db[:import_rows].where(import_id: id, line: rows.map { |row| row[:line] }))
    rescue Sequel::ForeignKeyConstraintViolation
      raise Core::Conflict.new(:worked_on, "Something hangs on a record that is to be taken out.")
    end

    # Takes so many of what its records hung on out: fish, then trips, then members. Returns how
    # many, 0 when there are none.
    def remove_rest(id, at_most:)
      @db.get(Sequel.function(:remove_import_rest, id, at_most))
    rescue Sequel::ForeignKeyConstraintViolation
      raise Core::Conflict.new(:worked_on, "Something hangs on a fish that is to be taken out.")
    end

    # Whether somebody decided, corrected or added something to a record that came in with it.
    def worked_on?(id)
      records = @db[:encounter_records].where(import_id: id).select(:id)
      reports = @db[:reports].where(Sequel.|({ import_id: id }, { encounter_id: records }))
      hangs = {
        encounter_id: [records, %i[corrections encounter_versions queries photos]],
        report_id: [reports.select(:id), %i[photos decisions letters calls]],
        other_report_id: [reports.select(:id), %i[decisions]],
        trip_id: [@db[:trips].where(import_id: id).select(:id), %i[photos]]
      }
      hangs.any? do |key, (ids, tables)|
        tables.any? do |table|
          !@db[table].where(key => ids).empty?
        end
      end
    end

    # Other records of fish that came in with it: their number.
    def caught_since(id)
      own = @db[:fish].where(import_id: id).select(:id)
      others = @db[:encounter_records].where(fish_id: own)
        .where(Sequel.lit("import_id is distinct from ?", id)).count
      reported = @db[:matches].join(:reports, id: :report_id).where(fish_id: own, undone_at: nil)
        .where(Sequel.lit("reports.import_id is distinct from ?", id))
        .where(Sequel.lit("reports.encounter_id is null")).count
      others + reported
    end

    def keep_mapping(name, **mapping)
      row = json(mapping)
      @db[:import_mappings].insert_conflict(
        target: :name, update: { **row, kept_at: Sequel::CURRENT_TIMESTAMP }
      ).insert(name:, **row)
    end

    # The one kept for a table with just these heads, the first by name, or nil.
    def mapping_for(head)
      kept = @db[:import_mappings].where(head: Sequel.pg_jsonb_wrap(head)).order(:name)
      Row.plain(kept.get(:mapping))
    end

    private

    def forgotten(rows)
      rows.update(
        state: "waiting", said: nil, faults: Sequel.pg_jsonb_wrap([]), encounter_id: nil,
        report_id: nil, trip_id: nil, tags_before: Sequel.pg_jsonb_wrap([])
      )
    end

    def waiting_of(id)
      of_records = @db[:encounter_records].where(import_id: id).select(:id)
      @db[:reports].where(state: "waiting")
        .where(Sequel.|({ import_id: id }, { encounter_id: of_records }))
    end

    def json(columns)
      columns.to_h do |key, value|
        [key, value.is_a?(Hash) || value.is_a?(Array) ? Sequel.pg_jsonb_wrap(value) : value]
      end
    end

    def present(row)
      row&.to_h { |key, value| [key, Row.plain(value)] }
    end
  end
end
