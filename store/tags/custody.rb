# frozen_string_literal: true

module Store
  # Series, batches, and who holds what: the tags' ledger seen from the office.
  class Custody
    STATES = %w[in_stock in_pouch applied spoiled lost].freeze
    USE_DAYS = 365
    STATE_AFTER = {
      "issued" => "in_pouch",
      "applied" => "applied",
      "spoiled" => "spoiled",
      "lost" => "lost",
      "returned" => "in_stock",
      "transferred" => "in_pouch"
    }.freeze

    def initialize(db) = @db = db

    # kind: { prefix_printed: whether the tags bear it, or our books alone, tag_type: "anchor" |
    #   "dart", applicator: "needle" | "gun" }, each may be absent
    def add_series(prefix:, digits:, first_serial:, last_serial:, **kind)
      @db[:tag_series].insert(prefix:, digits:, first_serial:, last_serial:, **kind)
    end

    # For who has to choose one: [{ prefix:, digits:, prefix_printed: }]
    def series_shown
      @db[:tag_series].distinct.order(:prefix, :digits).select(:prefix, :digits,
        :prefix_printed).all
    end

    # { id => Core::Tags::Series }
    def series
      @db[:tag_series].order(:prefix, :first_serial)
        .to_h { |row| [row[:id], series_of(row)] }
    end

    # A number of the newest series as it stands on a tag, all noughts; nil before there is one.
    def example
      prefix, digits = @db[:tag_series].reverse(:id).get(%i[prefix digits])
      prefix && (prefix + ("0" * digits))
    end

    # Prints a batch: its tags exist from now on, in stock. numbers: one per serial, in order.
    def add_batch(series_id:, label:, first_serial:, last_serial:, numbers:)
      batch_id = @db[:tag_batches].insert(series_id:, label:, first_serial:, last_serial:)
      rows =
        numbers.each_with_index.map do |number, index|
          [number, series_id, first_serial + index, batch_id]
        end
      @db[:tags].import(%i[number series_id serial batch_id], rows, slice: 1000)
      batch_id
    end

    # Batches with the sum of each state; printed = in_stock + in_pouch + applied + spoiled + lost,
    # always.
    def batches
      sums =
        STATES.to_h { |state| [state.to_sym, Sequel.function(:count).*.filter(state:).as(state)] }
      printed
        .left_join(:tags, batch_id: Sequel[:tag_batches][:id])
        .group(Sequel[:tag_batches][:id], :prefix, :digits)
        .order(Sequel.desc(Sequel[:tag_batches][:id]))
        .select_append(
          Sequel.function(:count, Sequel[:tags][:number]).as(:printed), *sums.values
        )
        .all
    end

    # Core::Tags::Batch or nil
    def find_batch(id)
      row = printed.first(Sequel[:tag_batches][:id] => id)
      row && Core::Tags::Batch.new(**row.slice(:id, :label), series: series_of(row))
    end

    # The next numbers in stock of a batch. The batch is locked until the transaction ends, so two
    # coordinators who issue from it at the same moment take turns.
    def take_from_stock(batch_id, count)
      @db[:tag_batches].where(id: batch_id).for_update.get(:id)
      @db[:tags].where(batch_id:, state: "in_stock").order(:serial).limit(count).select_map(:number)
    end

    # Those of these numbers that are ours, locked: [Core::Tags::Tag]
    def lock(numbers)
      @db[:tags].where(number: numbers).order(:number).for_update.select(*Tags::COLUMNS)
        .map { |row| Core::Tags::Tag.new(**row) }
    end

    # Moves tags, with a ledger row each: the one way a tag changes hands.
    #   entry: { member_id:, at: Time, made_by: absent for what the Deck wrote, note: where there is
    #          one }
    def move(numbers, act:, **entry)
      return if numbers.empty?

      @db[:tag_custody].import(
        [:tag_number, :act, *entry.keys],
        numbers.map { |number| [number, act, *entry.values] }
      )
      @db[:tags].where(number: numbers).update(
        state: STATE_AFTER.fetch(act),
        holder_id: act == "returned" ? nil : entry.fetch(:member_id)
      )
    end

    # What a member said of a number that did not add up.
    SAID = {
      "in_pouch" => "Counted: still in the pouch",
      "from_pouch_of_owner" => "Came from another member's pouch",
      "caught_twice" => "Caught twice that day"
    }.freeze

    # A ledger row that moves nothing. entry: as #move takes it
    def note(number, act:, **entry)
      @db[:tag_custody].insert(tag_number: number, act:, **entry)
    end

    # The numbers of which the member has said this since that day.
    def explained(numbers, words, member_id:, since:)
      @db[:tag_custody]
        .where(tag_number: numbers, note: SAID.fetch(words), member_id:)
        .where { at >= since }
        .select_map(:tag_number)
    end

    # What each active member carries and uses: [{ member_id:, name:, in_pouch:, next_number:,
    # used:, trips: }]
    def pouches(since:, member_id: nil)
      members = @db[:members].where(active: true)
      members = members.where(id: member_id) if member_id
      held =
        @db[:tags]
          .where(state: "in_pouch")
          .group(:holder_id)
          .select(
            :holder_id,
            Sequel.function(:count).*.as(:in_pouch),
            Sequel.function(:min, :number).as(:next_number)
          )
      used =
        @db[:tag_custody]
          .where(act: "applied")
          .where { at >= since }
          .group(:member_id)
          .select(:member_id, Sequel.function(:count).*.as(:used))
      trips =
        @db[:encounters]
          .where(kind: "tagged")
          .where { caught_on >= since }
          .group(:member_id)
          .select(:member_id, Sequel.function(:count, :trip_id).distinct.as(:trips))
      counts =
        %i[in_pouch used trips].map { |column| Sequel.function(:coalesce, column, 0).as(column) }
      members
        .left_join(held.as(:held), holder_id: Sequel[:members][:id])
        .left_join(used.as(:used), member_id: Sequel[:members][:id])
        .left_join(trips.as(:out), member_id: Sequel[:members][:id])
        .order(:name)
        .select(
          Sequel[:members][:id].as(:member_id),
          :name,
          *counts,
          :next_number
        )
        .all
    end

    # The newest ledger rows: [{ tag_number:, act:, member:, made_by:, at:, note: }]
    def ledger(limit: 100, search: nil)
      rows =
        @db[:tag_custody].join(:members, id: :member_id).left_join(
          Sequel[:members].as(:makers),
          id: Sequel[:tag_custody][:made_by]
        )
      rows = rows.where(tag_number: search) if search
      rows
        .order(Sequel.desc(Sequel[:tag_custody][:id]))
        .limit(limit)
        .select(
          :tag_number,
          :act,
          Sequel[:members][:name].as(:member),
          Sequel[:makers][:name].as(:made_by),
          :at,
          :note
        )
        .all
    end

    # { number => { holder_id:, name: } } of those that were issued by us; who had it before it went
    # into a fish.
    def owners(numbers)
      issued =
        @db[:tag_custody]
          .where(tag_number: numbers, act: %w[issued transferred])
          .join(:members, id: :member_id)
          .order(Sequel[:tag_custody][:id])
          .select(:tag_number, :member_id, :name)
          .all
      issued.to_h { |row| [row[:tag_number], { holder_id: row[:member_id], name: row[:name] }] }
    end

    private

    # Batches with the series that they are of.
    def printed
      of_batch = %i[id first_serial last_serial].map { |column| Sequel[:tag_batches][column] }
      @db[:tag_batches].join(:tag_series, id: :series_id).select(*of_batch, :label, :prefix,
        :digits)
    end

    def series_of(row)
      Core::Tags::Series.new(**row.slice(:prefix, :digits, :first_serial, :last_serial))
    end
  end
end
