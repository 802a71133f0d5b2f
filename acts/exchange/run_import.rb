# frozen_string_literal: true

module Acts
  # Starts the work on a table, and stops it.
  module RunImport
    # Act => [states in which it can begin, state it leads to, whether it begins at the first line]
    STARTS = {
      "check" => [%w[read checked], "checking", true],
      "store" => [%w[checked], "storing", true],
      "go_on" => [%w[stopped], "storing", false]
    }.freeze
    STOPS = { "checking" => "read", "storing" => "stopped", "undoing" => "stopped" }.freeze

    module_function

    # act: "check" | "store" | "go_on" | "stop". Raises Core::NotFound, Conflict.
    def call(context, id:, act:)
      context.store.write do
        context.store.imports.lock(id)
        import = ImportKnown.fetch(context.store, id)
        act == "stop" ? stop(context.store, import) : start(context.store, import, act)
      end
    end

    def start(store, import, act)
      states, leads_to, from_start = STARTS.fetch(act)
      refuse unless states.include?(import.state)
      store.imports.forget_rows(import.id) if act == "check"
      store.imports.change(
        import.id, state: leads_to, **(from_start ? { at_line: 0 } : {})
      )
      ImportJob.enqueue(import.id)
    end

    def stop(store, import)
      store.imports.change(import.id, state: STOPS[import.state] || refuse)
    end

    def refuse
      raise Core::Conflict.new(:other_state,
        "This table has changed. Reload it: somebody else may be working on it.")
    end
    private_class_method :start, :stop, :refuse
  end
end
