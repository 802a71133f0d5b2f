# frozen_string_literal: true

Sequel.migration do
  up do
    run <<~SQL
      alter table encounter_records
        add leader_strength_kg double precision check (leader_strength_kg between 0 and 200);
      create or replace view encounters as select * from encounter_records where voided_at is null;
      create or replace view given_catches as
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
          e.member_id, e.place_error_m, e.leader_strength_kg
        from encounters e left join spots s on s.code = e.spot_code
        union all
        select r.id::text, m.fish_id::text, null, 'reported', r.caught_on,
          coalesce(r.species_code, f.species_code), r.length_mm, r.length_kind, r.length_how, null,
          null, null, r.lat_deg, r.lon_deg, true, null, null, null, null, null, null,
          null, r.fate, null, array_to_string(r.numbers, ' '), null, r.place_error_m, null
        from matches m join reports r on r.id = m.report_id join fish f on f.id = m.fish_id
        where m.undone_at is null and r.encounter_id is null and r.same_as is null
          and r.caught_on is not null and r.found_how = 'caught';
    SQL
  end

  down { raise Sequel::Error, "a trial" }
end
