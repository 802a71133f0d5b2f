# frozen_string_literal: true

# Catches know their hook; cells of the map their month; an answer that is worked out anew says how
# far it is, and can be stopped.
Sequel.migration do
  catches = <<~SQL
    create or replace view catches as
      select e.fish_id, e.id as encounter_id, null::uuid as report_id, e.kind, e.fate, e.caught_on,
        e.species_code, e.length_mm, e.length_kind, e.length_how, e.length_sd_mm, e.weight_g,
        coalesce(e.lat_deg, s.lat_deg) as lat_deg, coalesce(e.lon_deg, s.lon_deg) as lon_deg,
        s.water_code, e.member_id, e.read_numbers as numbers%<hook>s
      from encounters e left join spots s on s.code = e.spot_code
      where e.fish_id is not null
      union all
      select m.fish_id, null, r.id, 'reported', r.fate, r.caught_on,
        coalesce(r.species_code, f.species_code), r.length_mm, r.length_kind, r.length_how, null, null,
        r.lat_deg, r.lon_deg, null, null, r.numbers%<no_hook>s
      from matches m join reports r on r.id = m.report_id join fish f on f.id = m.fish_id
      where m.undone_at is null and r.encounter_id is null and r.same_as is null
        and r.caught_on is not null and r.found_how = 'caught';
  SQL
  empty_cells = "delete from water_cells; delete from water_answers where topic = 'map';"

  up do
    run format(catches, hook: ", e.hook_type", no_hook: ", null")
    run <<~SQL
      #{empty_cells}
      alter table water_cells drop constraint water_cells_pkey,
        add month smallint not null check (month between 1 and 12),
        add primary key (row_number, column_number, species_code, month);
      create table water_recomputes (
        id bigint generated always as identity primary key,
        topic text not null, asked text not null, filter jsonb not null,
        -- Of the data that it would be made from: what was stopped begins again only with other
        -- data, or when somebody asks.
        data_version text not null,
        asked_by uuid references members on delete set null,
        asked_at timestamptz not null default now(),
        started_at timestamptz, parts_done integer not null default 0, parts integer,
        finished_at timestamptz, stopped_at timestamptz,
        check (num_nonnulls(finished_at, stopped_at) < 2)
      );
      create unique index water_recomputes_one_open on water_recomputes (topic, asked)
        where finished_at is null and stopped_at is null;
      create index on water_recomputes (topic, asked, id);
    SQL
  end

  down do
    run "drop table water_recomputes"
    run "drop view catches"
    run format(catches, hook: "", no_hook: "")
    run <<~SQL
      #{empty_cells}
      alter table water_cells drop constraint water_cells_pkey, drop month,
        add primary key (row_number, column_number, species_code);
    SQL
  end
end
