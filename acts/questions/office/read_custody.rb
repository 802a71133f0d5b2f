# frozen_string_literal: true

module Acts
  # Tags as the reader may see them: a coordinator all of them, a tagger the own pouch.
  module ReadCustody
    module_function

    def call(store:, member:, today:, number: nil)
      all = member[:role] == "coordinator"
      pouches =
        store.custody.pouches(
          since: today - Store::Custody::USE_DAYS,
          member_id: all ? nil : member[:id]
        )
      search = number && PrintedNumbers.of(store, [number]).first
      {
        batches: all ? store.custody.batches : [],
        pouches: pouches.map { |one| pouch(one) },
        own: store.tags.pouch(member[:id], limit: 500),
        ledger:
          all ? store.custody.ledger(search:).map { |row| row.merge(at: row[:at].utc.iso8601) } : []
      }
    end

    def pouch(one)
      rate =
        Core::Tags::UseRate.from(
          used: one[:used],
          days: Store::Custody::USE_DAYS,
          trips: one[:trips]
        )
      one.merge(
        rate.slice(:per_trip, :reorder_at, :estimated),
        reorder: one[:in_pouch] <= rate[:reorder_at]
      )
    end
    private_class_method :pouch
  end
end
