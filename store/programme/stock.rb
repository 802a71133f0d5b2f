# frozen_string_literal: true

module Store
  # What the cooperative has on its shelves, and what members order; moves are only ever added.
  class Stock
    def initialize(db) = @db = db

    # [{ code:, name:, reorder_at:, in_kit:, left: }]
    def items
      left = @db[:stock_moves].where(item_code: Sequel[:stock_items][:code])
        .select(Sequel.function(:coalesce, Sequel.function(:sum, :count), 0).cast(:integer))
      @db[:stock_items].order(:name).select(:code, :name, :reorder_at, :in_kit, left.as(:left)).all
    end

    # The contents of a starter kit: [{ name:, count: }]
    def kit
      @db[:stock_items].where { in_kit > 0 }.order(:name)
        .select(:name, Sequel[:in_kit].as(:count)).all
    end

    def keep_item(item)
      @db[:stock_items].insert_conflict(target: :code, update: item.except(:code)).insert(**item)
    end

    # How many there are; nobody else moves the item until this is over.
    def lock_left(code)
      @db[:stock_items].where(code:).for_update.get(:code) or return
      @db[:stock_moves].where(item_code: code).sum(:count).to_i
    end

    def move(**move) = @db[:stock_moves].insert(**move)

    # [{ item_code:, count:, reason:, note:, by:, made_at: }] newest first
    def moves(limit: 100)
      @db[:stock_moves].join(:members, id: :made_by).order(Sequel.desc(Sequel[:stock_moves][:id]))
        .limit(limit).select(
          Sequel[:stock_moves][:id], :item_code, :count, :reason, :note,
          Sequel[:members][:name].as(:by), :made_at
        ).all
    end

    # { code => [how many went in each of the last weeks, the oldest first] }
    def weeks(today, weeks:)
      first = today - (7 * weeks) + 1
      week = Sequel.lit("(made_at::date - ?::date) / 7", first)
      rows = @db[:stock_moves].where(reason: "posted")
        .where(Sequel.lit("made_at::date >= ?", first))
        .group(:item_code, week)
        .select(:item_code, week.as(:week), Sequel.function(:sum, :count).cast(:integer).as(:count))
      gone = Hash.new { |all, code| all[code] = [0] * weeks }
      rows.each { |row| gone[row[:item_code]][row[:week].clamp(0, weeks - 1)] -= row[:count] }
      gone
    end

    # [{ id:, member_id:, member_name:, items: { code => count }, note:, state:, asked_at: }]
    def orders(member_id: nil, open_only: false, limit: 100)
      rows = @db[:orders].join(:members, id: :member_id).order(Sequel.desc(:asked_at)).limit(limit)
      rows = rows.where(member_id:) if member_id
      rows = rows.where(state: "asked") if open_only
      rows.select(
        Sequel[:orders][:id], :member_id, Sequel[:members][:name].as(:member_name), :items, :note,
        :state, :asked_at, :posted_at, :received_at
      ).map { |row| ordered(row) }
    end

    def order(id)
      ordered(@db[:orders].select(:id, :member_id, :items, :note, :state).first(id:))
    end

    def lock_order(id) = @db[:orders].where(id:).for_update.get(:state)

    def add_order(id:, member_id:, items:, note:)
      @db[:orders].insert_conflict.insert(id:, member_id:, items: Sequel.pg_jsonb(items), note:)
    end

    def change_order(id, columns) = @db[:orders].where(id:).update(columns)

    private

    def ordered(row) = row && { **row, items: row[:items].to_h.transform_keys(&:to_s) }
  end
end
