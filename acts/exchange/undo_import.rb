# frozen_string_literal: true

module Acts
  # Takes a whole import back, some hundred records in one transaction: its fish, catches, reports
  # and trips go, its tags lie where they lay. The ledgers of tags and of changes keep both. What is
  # broken off goes on where it was.
  class UndoImport
    OPEN = %w[stopped done].freeze
    AT_ONCE = 500
    WORKED_ON = Core::Text.of("exchange.undo_import.somebody_decided_or_corrected_something")

    class << self
      # Looks whether it can be taken back, and has it done. Raises Core::NotFound, Conflict.
      def ask(context, id:)
        imports = context.store.imports
        context.store.write do
          imports.lock(id)
          import = ImportKnown.fetch(context.store, id)
          refuse(:not_in, "This table was not imported, so there is nothing to undo.") unless
            OPEN.include?(import.state)
          refuse_caught_since(imports.caught_since(id))
          refuse(:worked_on, WORKED_ON) if imports.worked_on?(id)
          imports.change(id, state: "undoing", trouble: nil)
          ImportJob.enqueue(id)
        end
      end

      # going: -> whether to go on, asked between transactions
      def call(context, id, going: -> { true })
        undo = new(context, id)
        loop { break if !going.call || undo.step.zero? }
      end

      private

      def refuse_caught_since(count)
        return if count.zero?

        refuse(:caught_since,
          Core::Text.of(
            "exchange.undo_import.records_made_later_about_fish",
            records: count == 1 ? "One record" : "#{count} records",
            are: count == 1 ? "is" : "are"
          ))
      end

      def refuse(code, sentence) = raise(Core::Conflict.new(code, sentence))
    end

    def initialize(context, id)
      @context = context
      @imports = context.store.imports
      @id = id
    end

    # Returns how many rows of the ledger it took out, 0 when all are gone.
    def step
      @context.store.write do
        @imports.lock(@id)
        rows = @imports.brought_in(@id, limit: AT_ONCE)
        next rows.size.tap { take_out(rows) } if rows.any?

        removed = @imports.remove_rest(@id, at_most: AT_ONCE)
        end_it if removed.zero?
        removed
      end
    rescue Core::Conflict
      @imports.change(@id, state: "stopped", trouble: WORKED_ON)
      0
    end

    private

    def take_out(rows)
      @imports.remove_records(@id, rows)
      give_back(rows.flat_map { |row| row[:tags_before] })
    end

    def end_it
      @imports.forget_rows(@id)
      @imports.change(@id, state: "undone", at_line: 0)
    end

    def give_back(before)
      custody = @context.store.custody
      before.group_by { |_, state, holder| [state, holder] }.each do |(state, holder), tags|
        act = state == "in_pouch" ? "issued" : "returned"
        custody.move(tags.map(&:first), act:, member_id: holder || @context.member.id,
          at: @context.now, made_by: @context.member.id, note: "An import was undone")
      end
    end
  end
end
