# frozen_string_literal: true

module Acts
  # Takes a whole import back: its fish, catches, reports and trips go, its tags lie where they lay.
  # The ledgers of tags and of changes keep both.
  module UndoImport
    OPEN = %w[stopped done].freeze

    module_function

    # Raises Core::NotFound, Conflict.
    def call(context, id:)
      imports = context.store.imports
      context.store.write do
        imports.lock(id)
        import = ImportKnown.fetch(context.store, id)
        refuse(:not_in, "This table did not come in, so there is nothing to undo.") unless
          OPEN.include?(import.state)
        refuse_caught_since(imports.caught_since(id))
        before = imports.tags_before(id)
        refuse_worked_on unless imports.remove(id)
        give_back(context, before)
        imports.forget_rows(id)
        imports.change(id, state: "undone", at_line: 0)
      end
    end

    def refuse_worked_on
      refuse(:worked_on, "Somebody decided or corrected something about these records since. " \
        "Void the single records that are wrong instead.")
    end

    def give_back(context, before)
      custody = context.store.custody
      before.group_by { |_, state, holder| [state, holder] }.each do |(state, holder), tags|
        act = state == "in_pouch" ? "issued" : "returned"
        custody.move(tags.map(&:first), act:, member_id: holder || context.member.id,
          at: context.now, made_by: context.member.id, note: "An import was taken back")
      end
    end

    def refuse_caught_since(count)
      return if count.zero?

      refuse(:caught_since, "#{count == 1 ? 'One record' : "#{count} records"} made since " \
        "#{count == 1 ? 'tells' : 'tell'} of fish that came in with this table. " \
        "Void the single records that are wrong instead.")
    end

    def refuse(code, sentence) = raise(Core::Conflict.new(code, sentence))
    private_class_method :give_back, :refuse_worked_on, :refuse_caught_since, :refuse
  end
end
