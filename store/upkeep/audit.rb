# frozen_string_literal: true

module Store
  # Who changed what: every row that the database noted, and beside it what people said of it:
  # decisions, corrections, the tags' ledger, settings.
  class Audit
    # What each source is called, where its rows come from. The order settles which comes first
    # within one moment.
    SOURCES = %i[rows decisions corrections custody settings].freeze

    def initialize(db) = @db = db

    # about: { record: a table, record_id: of one record, member_id: by one person, from:, to:
    # Times }; nil for all;  source: one of SOURCES
    # before: [time, place of the source, id] of the last entry seen
    #
    # Returns { entries: [{ at:, source:, record:, record_id:, act:, by:, changed: { field =>
    # [before, after] } | nil, reason: }], before: | nil }, the newest first.
    def page(source: nil, before: nil, limit: 50, **about)
      changes =
        SOURCES.each_with_index.flat_map do |query, place|
          next [] if source && source != query

          rows = narrowed(send(query), about)
          rows = rows.where(seen_after(before, place)) if before
          rows
            .order(Sequel.desc(:at), Sequel.desc(:id))
            .limit(limit + 1)
            .map { |row| row.merge(source: query, place:) }
        end
      changes = changes.sort_by { |row| [-row[:at].to_r, row[:place], -row[:id]] }
      last = changes[limit - 1] if changes.size > limit
      { entries: named(hidden(changes.first(limit))),
        before: last && [last[:at], last[:place], last[:id]] }
    end

    # Tables that anything is noted of, for choosing.
    def tables
      noted =
        @db[:pg_trigger]
          .join(:pg_class, oid: :tgrelid)
          .where(tgname: "noted")
          .select_map(Sequel[:relname].cast(:text))
      noted
        .map do |table|
          table.delete_suffix("_records").then { |name| name == "encounter" ? "encounters" : name }
        end
        .sort
    end

    private

    def narrowed(rows, about)
      from, to = about.values_at(:from, :to)
      rows = rows.where(about.slice(:record, :record_id, :member_id).compact)
      rows = rows.where { at >= from } if from
      to ? rows.where { at < to } : rows
    end

    def seen_after((time, place, id), here)
      later = Sequel[:at] < time
      return later | ((Sequel[:at] =~ time) & (Sequel[:id] < id)) if here == place

      here > place ? Sequel[:at] <= time : later
    end

    # Each as [at, id, member_id, by, record, record_id, act, changed, reason], filtered on inside
    # its own table.
    def rows
      @db[:row_changes].select(
        :at, :id, :member_id, :by,
        Sequel[:table_name].as(:record),
        Sequel[:row_id].as(:record_id),
        :act,
        :changed,
        null(:reason)
      ).from_self
    end

    def decisions
      @db[:decisions].select(
        Sequel[:made_at].as(:at),
        :id,
        :member_id,
        Sequel.as("coordinator", :by),
        Sequel.as("reports", :record),
        text(:report_id).as(:record_id),
        Sequel[:verdict].as(:act),
        null(:changed, :jsonb),
        :reason
      ).from_self
    end

    def corrections
      @db[:corrections].select(
        Sequel[:made_at].as(:at),
        :id,
        :member_id,
        Sequel.as("member", :by),
        Sequel.as("encounters", :record),
        text(:encounter_id).as(:record_id),
        Sequel.as("corrected", :act),
        Sequel[:changes].as(:changed),
        :reason
      ).from_self
    end

    def custody
      @db[:tag_custody].select(
        :at,
        :id,
        Sequel.function(:coalesce, :made_by, :member_id).as(:member_id),
        Sequel.as("member", :by),
        Sequel.as("tags", :record),
        Sequel[:tag_number].as(:record_id),
        :act,
        null(:changed, :jsonb),
        Sequel[:note].as(:reason)
      ).from_self
    end

    def settings
      both = Sequel.function(:jsonb_build_object, "before", :before, "after", :after)
      @db[:changes].select(
        :at, :id, :member_id,
        Sequel.as("coordinator", :by),
        :record,
        :record_id,
        Sequel.as("set", :act),
        both.as(:changed),
        null(:reason)
      ).from_self
    end

    def text(column) = Sequel.cast(column, :text)
    def null(name, type = :text) = Sequel.cast(nil, type).as(name)

    # What a coordinator once entered of a member who is forgotten stays in the sealed ledger, and
    # is shown to nobody.
    def hidden(entries)
      forgotten = @db[:members].exclude(forgotten_at: nil).select_map(:id).to_set
      entries.map do |entry|
        next entry unless entry[:record] == "member" && forgotten.include?(entry[:record_id])

        entry.merge(changed: nil)
      end
    end

    def named(entries)
      names =
        @db[:members].where(id: entries.filter_map { |entry| entry[:member_id] }.uniq).select_hash(
          :id,
          :name
        )
      entries.map do |entry|
        entry.slice(:at, :source, :record, :record_id, :act, :reason).merge(
          by: names[entry[:member_id]] || entry[:by],
          changed: pairs(entry)
        )
      end
    end

    # { field => [before, after] } of what differs; { field => "not shown" } where only that is
    # told.
    def pairs(change)
      changed = change[:changed]&.to_h or return nil
      return changed unless change[:source] == :settings

      before, after = changed["before"] || {}, changed["after"] || {}
      (before.keys | after.keys)
        .to_h { |key| [key, [before[key], after[key]]] }
        .reject { |_, (was, is)| was == is }
    end
  end
end
