# frozen_string_literal: true

module Acts
  # What needs a coordinator today, most pressing first: how many, and who or what comes first.
  module OfficeToday
    # A permit that ends within so many days is asked about. House rule.
    PERMIT_DAYS = 30
    NAMES = 3

    module_function

    # [{ key:, count:, first: [names] }], only what there is.
    def call(context)
      store, today = context.store, context.today
      {
        reports: [store.desk.waiting, []],
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
        ends_on = member.permit_expires_on
        member.active && ends_on && ends_on <= today + PERMIT_DAYS
      end
    end

    def pouches(context)
      ReadCustody.call(context, today: context.today)[:pouches].select { |pouch| pouch[:reorder] }
    end

    def laws(store, today)
      names = store.species.rows.to_h { |species| species.values_at(:code, :common_name) }
      ReadCatalogue.call(store:, today:)[:laws].select { |law| law[:stale] }
        .map { |law| law.merge(common_name: names[law[:species_code]]) }
    end
    private_class_method :named, :permits, :pouches, :laws
  end
end
