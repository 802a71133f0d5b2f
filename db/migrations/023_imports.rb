# frozen_string_literal: true

# Old records from other people's tables: the rows as they came, what each would be, and what became of it.
Sequel.migration do
  up do
    run <<~SQL
      create table imports (
        id bigint generated always as identity primary key,
        member_id uuid not null references members,
        made_at timestamptz not null default now(),
        file_name text not null check (length(file_name) between 1 and 200),
        sha256 text not null check (sha256 ~ '^[0-9a-f]{64}$'),
        encoding text not null, separator text not null,
        head jsonb not null, mapping jsonb not null,
        state text not null default 'read'
          check (state in ('read', 'checking', 'checked', 'storing', 'stopped', 'done', 'undone')),
        rows integer not null,
        -- Rows up to this line are checked, or stored.
        at_line integer not null default 0,
        changed_at timestamptz not null default now()
      );
      create table import_rows (
        import_id bigint not null references imports, line integer not null,
        cells jsonb not null,
        state text not null default 'waiting'
          check (state in ('waiting', 'good', 'refused', 'left_out', 'stored')),
        said jsonb, faults jsonb not null default '[]',
        encounter_id uuid, report_id uuid, trip_id uuid,
        -- Where its tags were before: [[number, state, holder]]
        tags_before jsonb not null default '[]',
        primary key (import_id, line)
      );
      create index on import_rows (import_id, state, line);
      create table import_mappings (
        name text primary key check (length(name) between 2 and 80),
        head jsonb not null, mapping jsonb not null,
        member_id uuid not null references members, kept_at timestamptz not null default now()
      );
      alter table trips
        add import_id bigint references imports,
        drop constraint trips_platform_check,
        add constraint trips_platform_check check
          (platform in ('shore', 'pier', 'boat', 'kayak', 'wading')
            or (platform = 'unknown' and import_id is not null));
      alter table encounter_records
        add import_id bigint references imports,
        drop constraint encounters_source_check,
        add constraint encounters_source_check check (source in ('deck', 'paper', 'import')),
        add constraint imported_from check ((source = 'import') = (import_id is not null)),
        -- Old tables often tell the day alone; then it stands at noon.
        add caught_time_known boolean not null default true;
      create or replace view encounters as select * from encounter_records where voided_at is null;
      alter table reports add import_id bigint references imports;
      alter table fish add import_id bigint references imports;
      create index on trips (import_id) where import_id is not null;
      create index on encounter_records (import_id) where import_id is not null;
      create index on reports (import_id) where import_id is not null;
      create index on fish (import_id) where import_id is not null;
      -- The application removes no record; of an import it may remove all that hangs on nothing
      -- else, and foreign keys refuse the rest.
      create function remove_import(which bigint) returns void language plpgsql security definer
        set search_path = public as $$
      begin
        delete from matches where report_id in
          (select id from reports where import_id = which
            or encounter_id in (select id from encounter_records where import_id = which));
        update taggings set ended_at = null, ended_encounter_id = null, ended_report_id = null
          where ended_encounter_id in (select id from encounter_records where import_id = which)
            or ended_report_id in (select id from reports where import_id = which);
        delete from taggings where encounter_id in
          (select id from encounter_records where import_id = which);
        delete from reports where import_id = which
          or encounter_id in (select id from encounter_records where import_id = which);
        delete from encounter_records where import_id = which;
        delete from trips where import_id = which;
        delete from spans where fish_id in (select id from fish where import_id = which);
        delete from fish where import_id = which;
      end $$;
      revoke execute on function remove_import from public;
    SQL
    { "imports" => "'id', 'head', 'mapping'", "import_mappings" => "'name', 'head', 'mapping'" }.each do |table, key|
      run <<~SQL
        create trigger noted after insert or update or delete on #{table} for each row
          when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
          execute function note_row_change(#{key});
      SQL
    end
  end
  down { raise Sequel::Error, "old records stay: views of catches hang on the columns added here" }
end
