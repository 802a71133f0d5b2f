# frozen_string_literal: true

# A fish that got away before anybody could let it go is kept in mind with what stayed in it, and
# counts as no catch: the view of records leaves it out, as it leaves out what is void. And what a
# look at a fish tells: its sex, whether it is about to spawn, whether it was stocked; and what the
# evening asked for in vain.
Sequel.migration do
  acts = "act in ('fish_on', 'in_net', 'lifted', 'tag_in', 'back_in_water', 'let_go', 'kept', 'got_away')"

  up do
    run <<~SQL
      alter table encounter_records
        add left_in_fish text check (left_in_fish in ('nothing', 'hook', 'hook_and_line')),
        add sex text check (sex in ('female', 'male')),
        add spawning text check (spawning in ('ripe', 'running', 'spent')),
        add origin text check (origin in ('wild', 'stocked')),
        -- What the evening asked for and nobody knew: it is not asked again.
        add not_known text[] not null default '{}' check (not_known <@ array['length', 'place', 'air', 'hook_place', 'bleeding', 'outcome', 'tare']),
        drop constraint encounters_fate_check,
        add constraint encounters_fate_check check (fate in ('released', 'kept', 'lost')),
        add constraint no_tag_in_what_got_away check (fate <> 'lost' or kind = 'untagged');
      create index on encounter_records (trip_id) where fate = 'lost';
      alter table stages drop constraint stages_act_check,
        add constraint stages_act_check check (#{acts});
      alter table live_taps drop constraint live_taps_act_check,
        add constraint live_taps_act_check check (#{acts});
      create or replace view encounters as
        select * from encounter_records where voided_at is null and fate <> 'lost';
      create or replace view catches as
        select e.fish_id, e.id as encounter_id, null::uuid as report_id, e.kind, e.fate, e.caught_on,
          e.species_code, e.length_mm, e.length_kind, e.length_how, e.length_sd_mm, e.weight_g,
          coalesce(e.lat_deg, s.lat_deg) as lat_deg, coalesce(e.lon_deg, s.lon_deg) as lon_deg,
          s.water_code, e.member_id, e.read_numbers as numbers, e.hook_type, e.sex, e.spawning, e.origin
        from encounters e left join spots s on s.code = e.spot_code
        where e.fish_id is not null
        union all
        select m.fish_id, null, r.id, 'reported', r.fate, r.caught_on,
          coalesce(r.species_code, f.species_code), r.length_mm, r.length_kind, r.length_how, null, null,
          r.lat_deg, r.lon_deg, null, null, r.numbers, null, null, null, null
        from matches m join reports r on r.id = m.report_id join fish f on f.id = m.fish_id
        where m.undone_at is null and r.encounter_id is null and r.same_as is null
          and r.caught_on is not null and r.found_how = 'caught';
    SQL
  end

  down { raise Sequel::Error, "fish that got away since hang on the columns added here" }
end
