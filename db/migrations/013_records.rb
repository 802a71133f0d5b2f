# frozen_string_literal: true

# The life of a record: what each device said of it is kept, what collides waits to be chosen, a record may be void.
# The table is encounter_records; everybody else reads encounters, which are those that count.
Sequel.migration do
  definition = ->(db) { db.get(Sequel.function(:pg_get_functiondef, Sequel.lit("'note_row_change'::regproc"))) }
  named = "case tg_table_name when 'encounter_records' then 'encounters' else tg_table_name end,"
  up do
    run <<~SQL
      alter table encounters rename to encounter_records;
      alter table encounter_records
        -- Void: kept and marked, out of every count.
        add voided_at timestamptz,
        add voided_because text check (length(voided_because) between 3 and 500),
        add voided_by uuid references members,
        -- A number that stood ready, and nobody said whether it went in.
        add tag_question text check (length(tag_question) between 1 and 40),
        -- What two devices said differently: [{ field, stands, said, at }]; what stands was there first.
        add collisions jsonb not null default '[]',
        add check (num_nulls(voided_at, voided_because) in (0, 2)),
        drop constraint encounters_check2,
        add constraint tagged_in_a_fish check (kind <> 'tagged' or fish_id is not null or voided_at is not null);
      create view encounters as select * from encounter_records where voided_at is null;
      -- What was said of a record each time, by which device, and what stood after that.
      create table encounter_versions (
        id bigint generated always as identity primary key,
        encounter_id uuid not null references encounter_records, revision integer not null check (revision > 0),
        device text not null default '' check (length(device) <= 64), device_revision integer not null,
        fingerprint text not null, member_id uuid not null references members,
        said jsonb not null, stands jsonb not null, made_at timestamptz not null default now(),
        unique (encounter_id, revision)
      );
      create trigger encounter_versions_append_only before update or delete on encounter_versions
        for each row execute function append_only();
      create trigger encounter_versions_never_emptied before truncate on encounter_versions
        for each statement execute function append_only();
    SQL
    run definition.call(self).sub("tg_table_name,") { named }
  end
  down do
    run definition.call(self).sub(named) { "tg_table_name," }
    run <<~SQL
      drop table encounter_versions;
      drop view encounters;
      alter table encounter_records drop voided_at, drop voided_because, drop voided_by, drop tag_question,
        drop collisions, add constraint encounters_check2 check (kind <> 'tagged' or fish_id is not null);
      alter table encounter_records rename to encounters;
    SQL
  end
end
