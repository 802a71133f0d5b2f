# frozen_string_literal: true

module Acts
  # Somebody says whether the first line of a table names its columns or is a record like the
  # others; how it is read is guessed anew then.
  module ChooseHeading
    module_function

    # Raises Core::NotFound, Conflict.
    def call(context, id:, has_heading:)
      context.store.write do
        context.store.imports.lock(id)
        import = ImportKnown.fetch(context.store, id)
        MapImport.refuse_late unless MapImport::OPEN.include?(import.state)
        next if import.has_heading == has_heading

        move(context, import, has_heading)
      end
    end

    def move(context, import, has_heading)
      imports = context.store.imports
      first = imports.rows(import.id, limit: 1).first
      there = first.cells.map(&:to_s) == import.head
      unless has_heading || there
        imports.add_heading(import.id, import.head, line: [first.line - 1, 0].max)
      end
      head = has_heading ? first.cells.map(&:to_s) : ReadTable.numbered(import.head)
      imports.forget_rows(import.id)
      rows = imports.rows(import.id).map(&:cells)
      rows = rows.drop(1) if has_heading
      imports.change(import.id, head:, has_heading:, state: "read", at_line: 0,
        mapping: ReadTable.mapping(context, head, rows, has_heading:).to_h)
    end
    private_class_method :move
  end
end
