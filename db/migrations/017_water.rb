# frozen_string_literal: true

# What the tags taught: every catch of a fish in one view, answers that were worked out, and what a
# coordinator says of a method's assumptions.
Sequel.migration do
  up do
    run <<~SQL
      create view catches as
        select e.fish_id, e.id as encounter_id, null::uuid as report_id, e.kind, e.fate, e.caught_on,
          e.species_code, e.length_mm, e.length_kind, e.length_how, e.length_sd_mm, e.weight_g,
          coalesce(e.lat_deg, s.lat_deg) as lat_deg, coalesce(e.lon_deg, s.lon_deg) as lon_deg,
          s.water_code, e.member_id, e.read_numbers as numbers
        from encounters e left join spots s on s.code = e.spot_code
        where e.fish_id is not null
        union all
        select m.fish_id, null, r.id, 'reported', r.fate, r.caught_on,
          coalesce(r.species_code, f.species_code), r.length_mm, r.length_kind, r.length_how, null, null,
          r.lat_deg, r.lon_deg, null, null, r.numbers
        from matches m join reports r on r.id = m.report_id join fish f on f.id = m.fish_id
        where m.undone_at is null and r.encounter_id is null and r.same_as is null
          and r.caught_on is not null and r.found_how = 'caught';
      create table water_answers (
        topic text not null, asked text not null,
        -- Of the data that it was made from.
        data_version text not null, answers jsonb not null,
        made_at timestamptz not null default now(), took_ms integer not null,
        primary key (topic, asked)
      );
      -- Catches counted in small cells, made anew by a job: the map adds them up.
      create table water_cells (
        row_number integer not null, column_number integer not null,
        species_code text not null references species,
        released integer not null, back integer not null,
        primary key (row_number, column_number, species_code)
      );
      create table water_assumptions (
        key text primary key, holds boolean not null,
        why text not null check (length(why) between 3 and 500),
        member_id uuid not null references members, said_at timestamptz not null default now()
      );
      create trigger noted after insert or update or delete on water_assumptions for each row
        when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
        execute function note_row_change('key');
    SQL
  end
  down do
    run "drop table water_assumptions"
    run "drop table water_cells"
    run "drop table water_answers"
    run "drop view catches"
  end
end
