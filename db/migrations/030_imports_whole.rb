# frozen_string_literal: true

# Old tables come in whole: series whose prefix is not printed, standard lengths, members who left,
# reports that know a spot alone; a table is taken back in parts, and every key that points to
# another row is found by an index.
Sequel.migration do
  pointing = {
    calls: %w[called_by report_id],
    changes: %w[member_id],
    coast_features: %w[water_code],
    corrections: %w[member_id],
    decisions: %w[fish_id growth_version member_id other_report_id tag_number],
    encounter_records: %w[recorded_by species_code voided_by],
    encounter_versions: %w[member_id],
    exports: %w[member_id],
    fish: %w[merged_into species_code],
    held_encounters: %w[member_id mended_by],
    house_rules: %w[member_id],
    import_mappings: %w[member_id],
    imports: %w[member_id],
    kit_moves: %w[made_by],
    laws: %w[entered_by species_code water_code withdrawn_by],
    letter_templates: %w[updated_by],
    live_fish: %w[species_code],
    matches: %w[decided_by growth_version report_id tag_number],
    photos: %w[member_id],
    practice_signatures: %w[signed_by],
    queries: %w[settled_by],
    reading_keys: %w[member_id],
    reports: %w[same_as species_code],
    spots: %w[water_code],
    tag_custody: %w[made_by],
    taggings: %w[tag_number],
    tags: %w[batch_id holder_id],
    trips: %w[spot_code],
    water_assumptions: %w[member_id],
    water_cells: %w[species_code],
    water_recomputes: %w[asked_by]
  }

  up do
    run <<~SQL
      -- A member's whole log as one file, made by a job; the file goes after some days.
      create table archives (
        member_id uuid primary key references members on delete cascade,
        asked_at timestamptz not null, made_at timestamptz, file_key text unique, bytes bigint,
        trouble text
      );
      -- A restored copy writes to nobody until somebody says so.
      alter table programme add letters_held boolean not null default false;
      alter table tag_series add prefix_printed boolean not null default true;
      alter table members add import_id bigint references imports;
      create index on members (import_id) where import_id is not null;
      -- Of a private address under which calendars read a member's trips: its hash alone.
      alter table members add calendar_digest text unique;
      alter table species
        add sl_to_tl_a_mm double precision,
        add sl_to_tl_b double precision check (sl_to_tl_b > 0), add sl_to_tl_se_mm double precision,
        add constraint whole_standard_length
          check (num_nulls(sl_to_tl_a_mm, sl_to_tl_b, sl_to_tl_se_mm) in (0, 3));
      -- How far off a place may be that was told otherwise than by a phone, or as a spot alone.
      alter table encounter_records add place_error_m integer check (place_error_m > 0);
      alter table reports add place_error_m integer check (place_error_m > 0);
      create or replace view encounters as select * from encounter_records where voided_at is null;
      alter table imports
        add has_heading boolean not null default true,
        drop constraint imports_state_check,
        add constraint imports_state_check check (state in
          ('read', 'checking', 'checked', 'storing', 'stopped', 'done', 'undoing', 'undone')),
        add trouble text;
      alter table encounter_records drop constraint encounters_length_kind_check,
        add constraint encounters_length_kind_check check (length_kind in ('FL', 'TL', 'SL', 'DW', 'CW'));
      alter table reports drop constraint reports_length_kind_check,
        add constraint reports_length_kind_check check (length_kind in ('FL', 'TL', 'SL', 'DW', 'CW'));
      alter table laws drop constraint laws_length_kind_check,
        add constraint laws_length_kind_check check (length_kind in ('FL', 'TL', 'SL', 'DW', 'CW'));
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
          e.member_id, e.place_error_m
        from encounters e left join spots s on s.code = e.spot_code
        union all
        select r.id::text, m.fish_id::text, null, 'reported', r.caught_on,
          coalesce(r.species_code, f.species_code), r.length_mm, r.length_kind, r.length_how, null,
          null, null, r.lat_deg, r.lon_deg, true, null, null, null, null, null, null,
          null, r.fate, null, array_to_string(r.numbers, ' '), null, r.place_error_m
        from matches m join reports r on r.id = m.report_id join fish f on f.id = m.fish_id
        where m.undone_at is null and r.encounter_id is null and r.same_as is null
          and r.caught_on is not null and r.found_how = 'caught';
      drop function remove_import;
      -- What came in with a table goes in parts, each in a transaction of its own: first catches and
      -- reports, then what they hung on. The application removes no other record.
      create function remove_import_records(which bigint, catches uuid[], told uuid[]) returns void
        language plpgsql security definer set search_path = pg_catalog, public, pg_temp as $$
      begin
        select array_agg(id) into catches from encounter_records
          where id = any (catches) and import_id = which;
        select array_agg(id) into told from reports
          where id = any (told) and import_id = which or encounter_id = any (catches);
        delete from matches where report_id = any (told);
        update taggings set ended_at = null, ended_encounter_id = null, ended_report_id = null
          where ended_encounter_id = any (catches) or ended_report_id = any (told);
        delete from taggings where encounter_id = any (catches);
        delete from reports where id = any (told);
        delete from encounter_records where id = any (catches);
      end $$;
      create function remove_import_rest(which bigint, at_most integer) returns integer
        language plpgsql security definer set search_path = pg_catalog, public, pg_temp as $$
      declare removed integer;
      begin
        with gone as (select id from fish where import_id = which limit at_most),
          measured as (delete from spans where fish_id in (select id from gone))
          delete from fish where id in (select id from gone);
        get diagnostics removed = row_count;
        if removed > 0 then return removed; end if;
        delete from trips where id in (select id from trips where import_id = which limit at_most);
        get diagnostics removed = row_count;
        if removed > 0 then return removed; end if;
        delete from members m where import_id = which
          and not exists (select from trips t where t.member_id = m.id)
          and not exists (select from tag_custody c where c.member_id = m.id);
        return 0;
      end $$;
      revoke execute on function remove_import_records, remove_import_rest from public;
    SQL
    pointing.each do |table, columns|
      columns.each { |column| run "create index on #{table} (#{column}) where #{column} is not null" }
    end
  end

  down { raise Sequel::Error, "records that came in since hang on the columns added here" }
end
