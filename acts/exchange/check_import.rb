# frozen_string_literal: true

module Acts
  # Tries every row of a table and stores nothing but what was found: what each row would be, or
  # what keeps it out.
  class CheckImport
    AT_ONCE = 1000
    CAME_IN = "This row was imported before, with %s."
    TWICE = ["The same row is already above, equal in every cell.",
      "Choose whether such rows are one catch or several."].freeze
    NO_SPECIES = ["The row has no species, and its tag is on no fish that would give it.",
      "Add the species."].freeze
    # What makes a row that row, wherever it stands.
    TELLING = %i[
      caught_on time member_id finder spot_code lat_deg lon_deg species_code length_mm weight_g
      tag_numbers said fate fished_hours
    ].freeze

    # Works until all rows are judged. going: -> whether to go on, asked between pages
    def self.call(context, id, going: -> { true }) = new(context, id).call(going)

    # known: Core::Imports::Known
    def self.reader(import, known)
      Core::Imports::RowReader.new(
        head: import.head, mapping: import.mapped, known:
      )
    end

    def initialize(context, id)
      @context = context
      @imports = context.store.imports
      @id = id
      @times_seen = Hash.new(0)
      @rows_seen = Set.new
    end

    def call(going)
      import = @imports.find(@id)
      @mapping = import.mapped
      @known = ImportKnown.of(@context)
      reader = self.class.reader(import, @known)
      numbered = []
      line = 0
      while (rows = @imports.rows(@id, after: line, limit: AT_ONCE)).any?
        return unless going.call

        readings = rows.map { |row| once(reader.read(row.cells, row.line), row.cells) }
        line = rows.last.line
        numbered.concat(keep(readings, line))
      end
      settle_numbers(numbered, import)
      @context.store.write { @imports.change(@id, state: "checked") }
    end

    private

    # A row that stands twice may be one catch, written down twice.
    def once(reading, cells)
      return reading unless reading.good? && !@rows_seen.add?(cells.hash)

      case @mapping.default("twice")
      when "each" then reading
      when "once" then reading.left_out
      else reading.with_fault(Core::Imports::Fault.new(rule: TWICE[0], mend: TWICE[1],
        ask: "twice"))
      end
    end

    # Returns those that name numbers.
    def keep(readings, line)
      rows_said = readings.to_h do |reading|
        [reading.line, reading.good? ? identified(reading) : reading.said]
      end
      known = @imports.came_in(rows_said.values.filter_map { |values| values[:id] })
      judged = readings.map do |reading|
        values = rows_said[reading.line]
        came = values[:id] && known.key?(values[:id]) && came_in(known[values[:id]])
        checked(reading, values, came ? [*reading.faults, came] : reading.faults)
      end
      @context.store.write do
        @imports.judged(@id, judged)
        @imports.change(@id, at_line: line)
      end
      good = judged.select { |row| row[:state] == "good" }.to_set { |row| row[:line] }
      numbered(readings.select { |reading| good.include?(reading.line) })
    end

    def checked(reading, values, faults)
      state = faults.any? ? "refused" : "good"
      state = "left_out" if reading.what == :left_out
      { line: reading.line, state:, said: values.merge(what: reading.what),
        faults: faults.map(&:to_h) }
    end

    def came_in(file_name)
      Core::Imports::Fault.new(
        rule: format(CAME_IN, file_name || "another table"), mend: "Leave it out of this one."
      )
    end

    # The same row has the same id in whatever table it comes; two alike in one table are two fish.
    def identified(reading)
      telling = Fingerprint.of(reading.said.slice(*TELLING))
      turn = @times_seen[telling] += 1
      reading.said.merge(id: Fingerprint.uuid("#{telling} #{turn}"))
    end

    def numbered(readings)
      readings.filter_map do |reading|
        next unless reading.what == :fish && reading.said[:tag_numbers].any? &&
          !reading.said[:other]

        reading.said => { caught_on:, tag_numbers: }
        Core::Imports::NumbersInTurn::Named.new(
          line: reading.line, day: caught_on.iso8601, numbers: tag_numbers,
          said: reading.said[:said], species_code: reading.said[:species_code]
        )
      end
    end

    def settle_numbers(rows, import)
      tags = rows.flat_map(&:numbers).uniq.each_slice(AT_ONCE)
        .reduce({}) { |row_merge, numbers| row_merge.merge(@imports.tags(numbers)) }
      verdicts = Core::Imports::NumbersInTurn.new(tags).judge(rows)
      @species_of = species_of(rows, verdicts)
      verdicts.keys.sort.each_slice(AT_ONCE) do |lines|
        known = @imports.rows(@id, after: lines.first - 1, limit: lines.last - lines.first + 1)
          .to_h { |row| [row.line, row] }
        changed = lines.filter_map { |line| settled(known[line], verdicts[line], import) }
        @context.store.write { @imports.judged(@id, changed) }
      end
    end

    # The species each number is on: by this table's releases, else by the ledger.
    def species_of(rows, verdicts)
      here = rows.select { |row| verdicts[row.line].first == "tagged" && row.species_code }
        .flat_map { |row| row.numbers.map { |number| [number, row.species_code] } }.to_h
      asked = rows.reject(&:species_code).flat_map(&:numbers) - here.keys
      asked.uniq.each_slice(AT_ONCE) { |numbers| here.merge!(@imports.species_of(numbers)) }
      here
    end

    # A fish that was tagged went back; of one caught again the table or somebody has to say it.
    # Returns the row as it is to be kept, nil where nothing about it changes.
    def settled(row, (kind, trouble), import)
      values = with_species(row.said.merge("said" => kind))
      values["fate"] ||=
        kind == "tagged" ? Core::Imports::RowReader::RELEASED : @mapping.default("fate")
      faults = trouble ? [tag_fault(row, import, *trouble)] : []
      faults << Core::Imports::Fault.new(rule: NO_SPECIES[0], mend: NO_SPECIES[1]) if
        values["species_code"].nil?
      faults << no_fate if values["fate"].nil?
      faults << no_member if values["finder"] && kind == "tagged"
      return nil if faults.empty? && values == row.said

      { line: row.line, state: faults.any? ? "refused" : row.state, said: values,
        faults: [*row.faults, *faults.map(&:to_h)] }
    end

    def with_species(row_values)
      code = row_values["species_code"] ||
        row_values["tag_numbers"].filter_map { |number| @species_of[number] }.first
      usual = row_values["length_kind"] == Core::Imports::Mapping::USUAL
      kind = usual && code ? @known.species.fetch(code).length_kind : row_values["length_kind"]
      row_values.merge({ "species_code" => code, "length_kind" => kind }.compact)
    end

    def tag_fault(row, import, rule, mend)
      index = @mapping.at(:tag).first
      Core::Imports::Fault.new(
        column: index && import.head[index], value: index && row.cells[index], rule:, mend:
      )
    end

    def no_fate
      rule, mend = Core::Imports::RowReader::NO_FATE
      Core::Imports::Fault.new(rule:, mend:, ask: "fate")
    end

    def no_member
      Core::Imports::Fault.new(
        rule: "Only members tag fish.", mend: "Choose the member who tagged it."
      )
    end
  end
end
