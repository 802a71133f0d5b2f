# frozen_string_literal: true

module Core
  module Imports
    # How a table is most likely meant, from its heads and from what stands below them. What cannot
    # be told is left open.
    class Guess
      # The head of a table stands among its first lines.
      HEAD_WITHIN = 10
      LEAST_HEADS = 2
      # A column without a head that says something is what most of its cells are. House rules.
      MOST = 0.6
      LOOKED_AT = 500
      YEARS_IN_A_CENTURY = 100

      # Where the heads stand among the rows, nil where there are none.
      def self.head_at(rows)
        counts = rows.first(HEAD_WITHIN).map do |cells|
          cells.filter_map { |cell| Headers.read(cell).first }.map(&:key).uniq.size
        end
        most = counts.max || 0
        most < LEAST_HEADS ? nil : counts.index(most)
      end

      # head: [String];  rows: those below it;  known: Known. Returns Mapping.
      def self.of(head:, rows:, known:) = new(head, rows, known).mapping

      def initialize(head, rows, known)
        @head = head
        @rows = rows
        @sample = rows.first(LOOKED_AT)
        @known = known
      end

      def mapping
        columns = self.columns
        Mapping.new(
          "columns" => columns, "date_order" => date_order(columns), "decimal" => decimal,
          "down" => down?(columns), "words" => words(columns), "years" => years(columns)
        )
      end

      private

      def columns
        taken = []
        named = @head.map { |text| named(text, taken) }
        named.each_with_index.map do |column, index|
          column = by_content(index, taken) if column["field"].nil?
          taken << column["field"] if column["field"]
          unit(column, index, named)
        end
      end

      def named(text, taken)
        field, unit = Headers.read(text)
        return { "field" => nil } if field.nil? || twice?(field.key, taken)

        taken << field.key.to_s
        { "field" => field.key.to_s, "unit" => unit, **length(field, text) }.compact
      end

      def twice?(key, taken) = taken.include?(key.to_s) && !KnownColumns::MANY.include?(key)

      def length(field, text)
        return {} unless field.key == :length

        { "length_kind" => Headers.length_kind(text), "length_how" => Headers.length_how(text) }
      end

      def cells(index)
        @sample.map { |row| row[index] }.reject { |cell| Blank.is?(cell) || RowCells.ditto?(cell) }
      end

      def by_content(index, taken)
        cells = cells(index)
        return { "field" => nil } if cells.empty?

        key = %i[date tag species spot member].find do |field|
          !twice?(field, taken) && cells.count do |cell|
            looks_like?(field, cell)
          end >= cells.size * MOST
        end
        { "field" => key&.to_s }
      end

      def looks_like?(key, cell)
        case key
        when :date then cell.match?(/\d/) && !Days.read(cell, order: "dmy", today: @known.today,
          years: any_years).nil?
        when :tag
          plain = Tags::Number.normalise(cell)
          @known.series.any? { |prefix, digits| plain.match?(/\A#{prefix}\d{#{digits}}\z/) }
        else !@known.find(key, cell).nil?
        end
      rescue Unreadable
        false
      end

      # To tell a day from what is none, any century will do.
      def any_years
        year = @known.today.year
        (year - YEARS_IN_A_CENTURY + 1)..year
      end

      # From the head, else the unit in which the fish of this table would be as large as such fish
      # are.
      def unit(column, index, named)
        return column if column["unit"] || !%w[length weight].include?(column["field"])
        return column if cells(index).any? { |cell| own_unit?(cell) }

        { **column, "unit" => likely_unit(column["field"], index, named) }.compact
      end

      def own_unit?(cell)
        !Numbers.read(cell)&.unit.nil? || !Numbers.pounds(cell).nil?
      rescue Unreadable
        false
      end

      UNITS = { "length" => %w[mm cm in], "weight" => %w[g kg lb] }.freeze

      def likely_unit(field, index, named)
        species_at = named.index { |column| column["field"] == "species" } or return nil
        logs = @sample.filter_map do |row|
          usual = usual(field, row[species_at])
          number = readable(row[index])
          usual && number&.positive? && Math.log(usual / number)
        end
        return nil if logs.empty?

        middle = logs.sort[logs.size / 2]
        UNITS.fetch(field).min_by { |unit| (Math.log(factor(field, unit)) - middle).abs }
      end

      def factor(field, unit) = (field == "length" ? Units::MM : Units::GRAMS).fetch(unit)

      def usual(field, name)
        code, = @known.find(:species, name)
        species = code && @known.species[code] or return
        field == "length" ? species.typical_mm.to_f : species.weight_g_at(species.typical_mm)
      end

      def readable(cell)
        Numbers.read(cell, decimal:)&.value
      rescue Unreadable
        nil
      end

      # The mark that stands before one or two digits at the end more often.
      def decimal
        @decimal ||= begin
          cells = @sample.flatten.compact
          commas = cells.count { |cell| cell.match?(/\A\s*\d+,\d{1,2}\s*\D*\z/) }
          points = cells.count { |cell| cell.match?(/\A\s*\d+\.\d{1,2}\s*\D*\z/) }
          commas > points ? "," : "."
        end
      end

      def date_order(columns)
        index = columns.index { |column| column["field"] == "date" } or return nil
        Days.order_of(@rows.map { |row| row[index] })
      end

      # A mere yes says that what the head asks was so.
      FATE_HEADS = { "kept" => %w[kept retained taken],
                     "released" => ["rel", "released", "returned", "let go"] }.freeze
      OTHER_FATE = { "kept" => "released", "released" => "kept" }.freeze

      def words(columns)
        index = columns.index { |column| column["field"] == "fate" } or return {}
        yes = FATE_HEADS.keys.find { |key| FATE_HEADS[key].include?(Headers.plain(@head[index])) }
        return {} if yes.nil?

        { "fate" => { **Core::Vocabulary::YES.to_h { |word| [word, yes] },
                      **Core::Vocabulary::NO.to_h { |word| [word, OTHER_FATE[yes]] } } }
      end

      def years(columns)
        index = columns.index { |column| column["field"] == "date" } or return nil
        Days.years_of(@rows.map { |row| row[index] })
      end

      # The day stands once for several rows.
      def down?(columns)
        index = columns.index { |column| column["field"] == "date" } or return false
        blank = @sample.drop(1).count do |row|
          Blank.is?(row[index]) && row.count { |cell| !Blank.is?(cell) } > 1
        end
        blank.positive? && !Blank.is?(@sample.first[index])
      end
    end
  end
end
