# frozen_string_literal: true

module Acts
  # Tries a table, brings it in or takes it back, page by page, until it is done or somebody stops
  # it. What is broken off is run again by the queue and goes on at the line that was reached.
  class ImportJob < StoredJob
    ACTS = { "checking" => CheckImport, "storing" => StoreImport, "undoing" => UndoImport }.freeze

    self.queue = "upkeep"

    def run(id)
      import = store.imports.find(id)
      act = import && ACTS[import.state] or return
      context = Context.new(store:, member: store.members.find(import.member_id))
      act.call(context, id, going: -> { store.imports.find(id).state == import.state })
    end
  end
end
