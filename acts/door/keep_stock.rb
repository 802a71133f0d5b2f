# frozen_string_literal: true

module Acts
  # The shelves: what there is, what is short and when, and what members order.
  module KeepStock
    # So many weeks say how much goes.
    WEEKS = 13
    KIT = "starter kit"

    module_function

    # { items: [{ .., short: whether an order is due, runs_out: Core::Stock::Forecast in days }],
    #   orders:, moves: }
    def read(context)
      weeks = context.store.stock.weeks(context.today, weeks: WEEKS)
      items = context.store.stock.items.map do |item|
        {
          **item, short: item[:left] <= item[:reorder_at],
                  runs_out: Core::Stock::Forecast.days(left: item[:left], weeks: weeks[item[:code]])
        }
      end
      { items:, orders: context.store.stock.orders, moves: context.store.stock.moves }
    end

    # The picking list for the orders that wait, with a slip for each parcel.
    def picking_list(context, fonts_dir:)
      stock = context.store.stock
      Formats::PickingList.pdf(items: stock.items, orders: stock.orders(open_only: true),
        fonts_dir:)
    end

    # item: { code:, name:, reorder_at:, in_kit: }
    def item(context, item) = context.store.write { context.store.stock.keep_item(item) }

    # count: over nought for what came in, under nought for what went out; "counted" says how many
    # there are. Raises Core::Conflict for more than there is.
    def move(context, code:, count:, reason:, note: nil)
      store = context.store
      store.write do
        left = store.stock.lock_left(code) or
          raise Core::NotFound.new(:no_such_item, "There is no such item.")
        change = reason == "counted" ? count - left : count
        return if change.zero?

        refuse_missing(code, left) if (left + change).negative?
        store.stock.move(
          item_code: code, count: change, reason:, note:, made_by: context.member.id
        )
      end
    end

    # A member orders: items { code => count }, or the whole starter kit.
    def order(context, id:, items:, kit: false, note: nil)
      store = context.store
      known = store.stock.items.to_h { |item| [item[:code], item] }
      items = known.transform_values { |item| item[:in_kit] } if kit
      wanted = items.transform_keys(&:to_s).select { |_, count| count.positive? }
      unknown = wanted.keys - known.keys
      refuse("items", "There is no item #{unknown.first}.") if unknown.any?
      refuse("items", "Choose at least one item.") if wanted.empty?

      store.write do
        store.stock.add_order(id:, member_id: context.member.id, items: wanted, note:)
      end
    end

    # Posted: each item leaves the shelf, all or none. Raises Core::Conflict for what is missing.
    def post(context, id:)
      store = context.store
      store.write do
        state = store.stock.lock_order(id)
        order = asked(store, id, state, "asked")
        order[:items].sort.each do |code, count|
          left = store.stock.lock_left(code)
          refuse_missing(code, left) if left.to_i < count
          store.stock.move(
            item_code: code, count: -count, reason: "posted", order_id: id, note: nil,
            made_by: context.member.id
          )
          store.kit.move(
            member_id: order[:member_id], item: code.tr("_", " "), count:, note: "posted",
            made_by: context.member.id
          )
        end
        store.stock.change_order(id, state: "posted", posted_at: context.now)
      end
    end

    # The member says that it came, or takes an order back that is not posted.
    def settle(context, id:, state:)
      store = context.store
      store.write do
        from = state == "received" ? "posted" : "asked"
        order = asked(store, id, store.stock.lock_order(id), from)
        unless order[:member_id] == context.member.id || context.member.coordinator?
          raise Core::Forbidden.new(:not_yours, "This order is another member's.")
        end

        store.stock.change_order(
          id, state:, **(state == "received" ? { received_at: context.now } : {})
        )
      end
    end

    def asked(store, id, state, from)
      raise Core::NotFound.new(:no_such_order, "There is no such order.") if state.nil?
      unless state == from
        raise Core::Conflict.at("state", :not_so, "This order is #{state} already.")
      end

      store.stock.order(id)
    end

    def refuse_missing(code, left)
      raise Core::Conflict.at(
        "count", :not_enough, "There are only #{left.to_i} of #{code.tr('_', ' ')}."
      )
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :bad_order, sentence))
    private_class_method :asked, :refuse_missing, :refuse
  end
end
