# frozen_string_literal: true

# What goes out: every catch and trip as others may read them, and what was given to whom.
Sequel.migration do
  up do
    run <<~SQL
      create view given_catches as
        select e.id::text as catch_id, e.fish_id::text as fish_id, e.trip_id::text as trip_id, e.kind,
          e.caught_on, e.species_code, e.length_mm, e.length_kind, e.length_how,
          e.length_sd_mm::float as length_sd_mm, e.weight_g, s.water_code,
          coalesce(e.lat_deg, s.lat_deg) as lat_deg, coalesce(e.lon_deg, s.lon_deg) as lon_deg,
          e.lat_deg is not null as has_own_place, e.depth_m::float as depth_m,
          e.water_temp_c::float as water_temp_c, e.hook_type, e.hook_place, e.bleeding,
          e.fight_seconds, e.air_seconds, e.fate, e.outcome,
          trim(concat_ws(' ', (select string_agg(t.tag_number, ' ' order by t.tag_number)
            from taggings t where t.encounter_id = e.id), array_to_string(e.read_numbers, ' ')))
            as tag_numbers,
          e.member_id
        from encounters e left join spots s on s.code = e.spot_code
        union all
        select r.id::text, m.fish_id::text, null, 'reported', r.caught_on,
          coalesce(r.species_code, f.species_code), r.length_mm, r.length_kind, r.length_how, null,
          null, null, r.lat_deg, r.lon_deg, true, null, null, null, null, null, null, null, r.fate,
          null, array_to_string(r.numbers, ' '), null
        from matches m join reports r on r.id = m.report_id join fish f on f.id = m.fish_id
        where m.undone_at is null and r.encounter_id is null and r.same_as is null
          and r.caught_on is not null and r.found_how = 'caught';
      create table exports (
        id bigint generated always as identity primary key,
        made_at timestamptz not null default now(),
        member_id uuid not null references members,
        format text not null, filter jsonb not null, licence text not null,
        is_exact boolean not null,
        -- Exact places go to somebody with a name only.
        receiver text check (length(receiver) between 3 and 200),
        sha256 text not null check (sha256 ~ '^[0-9a-f]{64}$'),
        file_name text not null, bytes bigint not null, rows integer not null,
        check (not is_exact or receiver is not null)
      );
      create index on exports (sha256);
      create trigger exports_append_only before update or delete on exports
        for each row execute function append_only();
      create trigger noted after insert or update or delete on exports for each row
        when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
        execute function note_row_change('id');
    SQL
  end
  down do
    run "drop table exports"
    run "drop view given_catches"
  end
end
