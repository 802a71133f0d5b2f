# frozen_string_literal: true

module Acts
  # Tags as the reader may see them: a coordinator all of them, a tagger the own pouch.
  module ReadCustody
    module_function

    def call(context, today:, number: nil)
      all = context.member.coordinator?
      search = number && PrintedNumbers.of(context.store, [number]).first
      {
        batches: all ? context.store.custody.batches : [],
        pouches: pouches(context, today:),
        own: context.store.tags.pouch(context.member.id, limit: 500),
        ledger: all ? context.store.custody.ledger(search:) : []
      }
    end

    # Pouches alone, each with how fast it is used and whether it is time to order.
    def pouches(context, today:)
      context.store.custody.pouches(
        since: today - Store::Custody::USE_DAYS,
        member_id: context.member.coordinator? ? nil : context.member.id
      ).map { |entry| pouch(entry) }
    end

    def pouch(entry)
      rate =
        Core::Tags::UseRate.from(
          used: entry[:used],
          days: Store::Custody::USE_DAYS,
          trips: entry[:trips]
        )
      entry.merge(
        rate.slice(:per_trip, :reorder_at, :estimated),
        reorder: entry[:in_pouch] <= rate[:reorder_at]
      )
    end
    private_class_method :pouch
  end
end
