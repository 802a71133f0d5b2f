# frozen_string_literal: true

module Acts
  # A table on its way in: its columns, how they are read, what words are still to be chosen, the
  # first rows as they would be, and what became of all.
  module ShowImport
    PREVIEW = 20
    SAMPLES = 3
    MOST_WORDS = 100
    ASKED_OF = 500
    PAGE = 50

    module_function

    # Raises Core::NotFound.
    def call(context, id:)
      import = ImportKnown.fetch(context.store, id)
      known = ImportKnown.of(context)
      rows = context.store.imports.rows(id, limit: import.state == "read" ? ASKED_OF : PREVIEW)
      reader = CheckImport.reader(import, known)
      readings = rows.map { |row| reader.read(row.cells, row.line) }
      same = context.store.imports.same_file(import.sha256, apart_from: id)
      {
        **import.slice(:id, :file_name, :made_at, :encoding, :separator, :state, :rows, :at_line,
          :has_heading, :trouble),
        mapping: import.mapped.to_h, series: context.store.custody.series_shown,
        asks: asks(context.store, import, readings),
        columns: columns(import.head, rows.first(PREVIEW)),
        fields:, counts: context.store.imports.counts(id),
        words: words(context.store, import, known), choices: choices(known),
        preview: readings.first(PREVIEW).map { |row_reading| reading(row_reading) },
        same_file: same&.slice(:file_name, :made_at)
      }
    end

    # Choices still to be made, and how many rows wait for each: of all rows once tried, else of
    # the first. [{ ask:, rows: }], the most first
    def asks(store, import, readings)
      return store.imports.asks(import.id) if import.state == "checked"
      return [] unless import.state == "read"

      readings.flat_map { |reading| reading.faults.filter_map(&:ask).uniq }
        .tally.map { |ask, rows| { ask:, rows: } }
        .sort_by { |question| [-question[:rows], question[:ask]] }
    end

    # Rows that stay out, a page after a line.
    def refused(context, id:, after:)
      rows = context.store.imports.rows(id, after:, limit: PAGE + 1, state: "refused")
      { rows: rows.first(PAGE).map { |row| row.slice(:line, :cells, :faults) },
        next: rows.size > PAGE ? rows[PAGE - 1].line : nil }
    end

    # All of them as a table to mend and send again. Returns [bytes, name].
    def refused_file(context, id:)
      import = ImportKnown.fetch(context.store, id)
      rows = context.store.imports.rows(id, state: "refused")
      [Formats::RefusedCsv.build(head: import.head, rows:), "refused-#{import.file_name}.csv"]
    end

    def fields
      Core::Imports::KnownColumns::ALL.map do |field|
        { key: field.key, title: field.title, units: field.units.to_h.keys }
      end
    end

    def columns(head, rows)
      head.each_with_index.map do |name, index|
        samples = rows.map { |row| row.cells[index] }.reject { |cell| Core::Imports::Blank.is?(cell) }
        { name: name.to_s, samples: samples.uniq.first(SAMPLES) }
      end
    end

    # What stands in columns of words and is not certain, the most frequent first.
    def words(store, import, known)
      mapping = import.mapped
      Core::Imports::KnownColumns::WORDED.flat_map do |field|
        mapping.at(field).flat_map do |index|
          store.imports.words(import.id, index, limit: MOST_WORDS)
            .filter_map { |word, rows| word(mapping, known, field, word, rows) }
        end
      end
    end

    def word(mapping, known, field, word, rows)
      return nil if Core::Imports::Blank.is?(word) || Core::Imports::RowCells.ditto?(word)

      chosen = mapping.chosen(field, word)
      code, how = chosen ? [chosen, :chosen] : known.find(field, word)
      return nil if how == :sure

      { field:, word:, key: Core::Imports::Names.plain(word), rows:, code:, how: how || :open }
    end

    def choices(known)
      Core::Imports::KnownColumns::WORDED.to_h do |field|
        [field, known.choices(field).map { |code, title| { code:, title: } }]
      end
    end

    def reading(row_reading)
      { line: row_reading.line, what: row_reading.what, said: row_reading.said,
        faults: row_reading.faults.map(&:to_h) }
    end
    private_class_method :asks, :fields, :columns, :words, :word, :choices, :reading
  end
end
