# frozen_string_literal: true

module Acts
  # Catches page by page, for a program that keeps a copy: places coarse, the oldest first.
  module MirrorCatches
    PAGE = 500

    # after: [Date, catch_id] of the last one seen, nil for the beginning
    # Returns { catches: [{ column => value }], next: [Date, catch_id] | nil }.
    def self.call(context, filter:, after: nil)
      store = context.store
      rows = store.exchange.page(WaterFilter.of(context, filter), after:, limit: PAGE + 1)
      source = GivenRows.of(store, exact: false, handling: false)
      names = Core::Exchange::Tables::CATCHES.names
      read = Store::Exchange::CATCH
      last = rows[PAGE - 1] if rows.size > PAGE
      {
        catches: rows.first(PAGE).map { |row| names.zip(source.catch(row.values_at(*read))).to_h },
        next: last&.values_at(:caught_on, :catch_id)
      }
    end
  end
end
