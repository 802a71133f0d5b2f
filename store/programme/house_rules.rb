# frozen_string_literal: true

module Store
  # Versions of the house rules, and of the stricter choices that members make on top.
  class HouseRules
    def initialize(db) = @db = db

    # Core::Protocol::HouseRules in force.
    def current = rules(@db[:house_rules].order(Sequel.desc(:version)).first)

    # One version, or nil.
    def find(version) = @db[:house_rules].first(version:)&.then { |row| rules(row) }

    # The version that was in force then; the first one for whatever was before it.
    def at(time)
      made = @db[:house_rules].where { made_at <= time }.order(Sequel.desc(:version)).first
      rules(made || @db[:house_rules].order(:version).first)
    end

    # { time => number of the version that was in force then }
    def versions_at(times)
      made = @db[:house_rules].order(:version).select_map(%i[made_at version])
      times.to_h do |time|
        [time, (made.reverse.find { |from, _| from <= time } || made.first).last]
      end
    end

    # Adds them as a version; a second one of the same number meets the primary key.
    def add(rules, why:, member_id:)
      columns =
        %i[choices figures guild_notes].to_h do |part|
          [part, Sequel.pg_jsonb(rules.public_send(part))]
        end
      @db[:house_rules].insert(version: rules.version, **columns, why:, member_id:)
    end

    # [{ version:, why:, by:, made_at: }, ...] newest first
    def versions
      @db[:house_rules]
        .left_join(:members, id: :member_id)
        .order(Sequel.desc(:version))
        .select(:version, :why, Sequel[:members][:name].as(:by), :made_at)
        .all
    end

    # A member's stricter choices: the newest, one version of them, or those of a moment.
    # Core::Protocol::OwnRules
    def own(member_id) = own_of(@db[:own_rules].where(member_id:))

    def own_version(member_id, version)
      return Core::Protocol::OwnRules.new if version.zero?

      own_of(@db[:own_rules].where(member_id:, version:))
    end

    def own_at(member_id, time)
      own_of(@db[:own_rules].where(member_id:).where { made_at <= time })
    end

    # Keeps them as the next version. Returns its number.
    def add_own(member_id, choices)
      version = own(member_id).version + 1
      @db[:own_rules].insert(member_id:, version:, choices: Sequel.pg_jsonb(choices))
      version
    end

    private

    def rules(row)
      parts = %i[choices figures guild_notes].to_h do |part|
        [part, Row.plain(row[part], keys: :to_sym)]
      end
      Core::Protocol::HouseRules.new(version: row[:version], **parts)
    end

    def own_of(rows)
      row = rows.order(Sequel.desc(:version)).select(:version, :choices).first
      return Core::Protocol::OwnRules.new if row.nil?

      Core::Protocol::OwnRules.new(**row, choices: row[:choices].to_h)
    end
  end
end
