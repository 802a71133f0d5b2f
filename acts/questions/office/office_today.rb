# frozen_string_literal: true

module Acts
  # Work that needs a coordinator today, most pressing first, each with its count and first names.
  module OfficeToday
    NAMES = 3

    module_function

    # [{ key:, count:, first: [names] }], only what there is.
    def call(context)
      store, today = context.store, context.today
      {
        reports: [store.desk.waiting, []],
        applications: named(store.applications.open, &:name),
        orders: named(store.stock.orders(open_only: true)) { |order| order[:member_name] },
        queries: [store.queries.open, []],
        held: named(store.queries.held) { |record| record[:member_name] },
        letters: [store.letters.undelivered, []],
        calls: named(store.calls.open) { |call| call[:finder_name] || call[:phone] },
        permits: named(permits(store, today), &:name),
        pouches: named(pouches(context)) { |pouch| pouch[:name] },
        laws: named(laws(store, today)) { |law| law[:common_name] }
      }.filter_map do |key, (count, first)|
        { key: key.to_s, count:, first: first.compact.uniq.first(NAMES) } if count.positive?
      end
    end

    def named(rows, &) = [rows.size, rows.map(&)]

    def permits(store, today)
      store.members.all.select do |member|
        Core::Trips::Authorisation.renew?(member:, on: today)
      end
    end

    def pouches(context)
      ReadCustody.pouches(context, today: context.today).select { |pouch| pouch[:reorder] }
    end

    def laws(store, today)
      catalogue = ReadCatalogue.call(store:, today:)
      stale = catalogue[:laws].select { |law| law[:stale] }
      names = catalogue[:species].to_h { |species| species.values_at(:code, :common_name) }
      stale.map { |law| { common_name: names[law[:species_code]] } }
    end
    private_class_method :named, :permits, :pouches, :laws
  end
end
