# frozen_string_literal: true

module Store
  # The database's own defences, as its owner sees them: triggers that nobody switched off,
  # functions as we wrote them, and a note for every row that came or went.
  class Defences
    # What each function and trigger is by its hash, as of the newest migration.
    FILE = File.expand_path("../../db/defences.json", __dir__)

    # Tables that their notes call by another name.
    NOTED_AS = { "encounter_records" => "encounters" }.freeze

    FUNCTIONS = <<~SQL
      select p.oid::regprocedure::text as name, concat_ws(' ', p.prosrc, p.proconfig, p.prosecdef,
          p.provolatile, p.prorettype::regtype) as text
        from pg_proc p
        where p.pronamespace = 'public'::regnamespace and p.prokind = 'f'
          and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')
          and p.proname not like 'que\\_%'
    SQL
    TRIGGERS = <<~SQL
      select c.relname || ' ' || t.tgname as name, pg_get_triggerdef(t.oid) as text,
          t.tgenabled = 'O' as is_on
        from pg_trigger t join pg_class c on c.oid = t.tgrelid
        where not t.tgisinternal and c.relnamespace = 'public'::regnamespace
          and c.relname not like 'que\\_%'
    SQL

    def initialize(db) = @db = db

    # { name => hash } of what is here.
    def hashes
      [FUNCTIONS, TRIGGERS].flat_map { |sql| @db.fetch(sql).all }
        .sort_by { |row| row[:name] }
        .to_h { |row| [row[:name], Digest::SHA256.hexdigest(row[:text])] }
    end

    # Sentences about what is not as we wrote it.
    def troubles
      known = JSON.parse(File.read(FILE))
      here = hashes
      off = @db.fetch(TRIGGERS).all.reject { |row| row[:is_on] }.map { |row| row[:name] }
      [
        *off.map { |name| "the trigger #{name} is switched off" },
        *(known.keys - here.keys).map { |name| "#{name} is gone" },
        *(here.keys - known.keys).map { |name| "#{name} is not ours" },
        *(here.keys & known.keys).reject { |name| here[name] == known[name] }
          .map { |name| "#{name} is not as we wrote it" },
        *unbalanced
      ]
    end

    # As the owner, once for each version of the schema: what its migrations wrote without notes.
    def keep_balances
      schema_version = @db[:schema_info].get(:version)
      kept = @db[:note_balances].where(schema_version:).select_map(:table_name)
      # Counting takes long in a large table, so only what is missing is counted.
      (noted - kept).each do |table|
        @db[:note_balances].insert_conflict
          .insert(table_name: table, schema_version:, unnoted: unnoted(table))
      end
    end

    private

    def noted
      @db[:pg_trigger].join(:pg_class, oid: :tgrelid).where(tgname: "noted")
        .select_order_map(Sequel.cast(:relname, String))
    end

    # In one statement, so that nobody writes between the counts.
    def unnoted(table)
      notes = @db[:row_changes].where(table_name: NOTED_AS.fetch(table, table))
      counts = %w[added removed].map { |act| notes.where(act:).select(Sequel.function(:count).*) }
      @db.get(@db[table.to_sym].select(Sequel.function(:count).*) - counts[0] + counts[1])
    end

    # Without a balance nobody has started this version yet.
    def unbalanced
      kept = @db[:note_balances].order(:schema_version).select_hash(:table_name, :unnoted)
      (noted & kept.keys).filter_map do |table|
        off = unnoted(table) - kept.fetch(table)
        way = off.positive? ? "came" : "went"
        "#{off.abs} rows of #{table} #{way} without a note" unless off.zero?
      end
    end
  end
end
