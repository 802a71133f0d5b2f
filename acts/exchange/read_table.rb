# frozen_string_literal: true

module Acts
  # Takes somebody's table in: its rows as they are, and how they are most likely meant. A mapping
  # that was kept for a table with the same heads is taken again. Nothing of it is a record yet.
  module ReadTable
    MOST_NAME = 200

    module_function

    # Returns the id of the import. Raises Core::InvalidInput.
    def call(context, bytes:, file_name:)
      table = Formats::TableFile.read(bytes)
      cells = table.rows.map(&:last)
      head_index = Core::Imports::Guess.head_at(cells)
      head = head_index ? cells[head_index] : numbered(cells.max_by(&:size))
      rows = table.rows.drop(head_index ? head_index + 1 : 0)
      if rows.empty?
        raise Core::InvalidInput.at("file", :empty_table, "The table has headings but no rows.")
      end

      file = { file_name: name(file_name), sha256: Digest::SHA256.hexdigest(bytes),
               has_heading: !head_index.nil? }
      keep(context, table, head, rows, file)
    end

    def keep(context, table, head, rows, file)
      context.store.write do
        context.store.imports.add(
          rows: rows.map { |line, cells| [line, cells, state(cells, head)] },
          head:,
          mapping: mapping(context, head, rows.map(&:last), has_heading: file[:has_heading]).to_h,
          member_id: context.member.id, encoding: table.encoding,
          separator: table.separator, **file
        )
      end
    end

    def state(cells, head)
      Core::Imports::RowReader.row?(cells, head) ? "waiting" : "left_out"
    end

    # Names for the columns of a table without a heading.
    def numbered(cells) = cells.each_index.map { |index| "column #{index + 1}" }

    def mapping(context, head, rows, has_heading:)
      kept = has_heading && context.store.imports.mapping_for(head)
      return Core::Imports::Mapping.new(kept) if kept
      return Core::Imports::OwnColumns.mapping(head) if Core::Imports::OwnColumns.ours?(head)

      Core::Imports::Guess.of(head:, rows:, known: ImportKnown.of(context))
    end

    def name(text)
      plain = File.basename(text.to_s.tr("\\", "/")).strip[0, MOST_NAME]
      plain.empty? ? "table" : plain
    end
    private_class_method :keep, :state, :name
  end
end
