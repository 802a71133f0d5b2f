# frozen_string_literal: true

# The evening's work: pictures and what was measured in them, corrections on top of a submitted trip, doubts, tracks.
Sequel.migration do
  up do
    run <<~SQL
      alter table trips add submitted_at timestamptz,
        -- Seconds to add to each camera's clock, by the camera's name.
        add camera_seconds jsonb not null default '{}';
      alter table encounters add source text not null default 'deck' check (source in ('deck', 'paper')),
        add hook_type text check (hook_type in ('circle', 'j', 'treble')),
        -- Who typed it, when that was not the member: a coordinator with a stack of sheets.
        add recorded_by uuid references members;
      alter table photos alter shown_key drop not null,
        add thumb_key text, add shown_width_px integer, add shown_height_px integer,
        add name text check (length(name) <= 200), add camera text check (length(camera) <= 100),
        -- As the camera wrote it, taken as local time of the trip.
        add camera_at timestamptz,
        add lat_deg double precision check (lat_deg between -90 and 90), add lon_deg double precision check (lon_deg between -180 and 180),
        add placed_by text check (placed_by in ('deck', 'time', 'hand')), add sure double precision check (sure between 0 and 1),
        add marks jsonb, add measured_mm double precision, add measured_sd_mm double precision, add trouble text;
      update photos set placed_by = 'deck' where encounter_id is not null;
      create unique index photos_once_a_trip on photos (trip_id, sha256) where trip_id is not null;
      -- What was changed after the trip was submitted, and why; rows are only added.
      create table corrections (
        id bigint primary key generated always as identity, encounter_id uuid not null references encounters, revision integer not null,
        member_id uuid not null references members, reason text not null check (length(reason) between 3 and 500),
        changes jsonb not null, made_at timestamptz not null default now()
      );
      create index on corrections (encounter_id);
      create trigger corrections_append_only before update or delete on corrections for each row execute function append_only();
      -- Flagged doubts about stored records, for the desk.
      create table queries (
        encounter_id uuid not null references encounters, code text not null, sentence text not null, evidence jsonb not null default '{}',
        raised_at timestamptz not null default now(), settled_at timestamptz, primary key (encounter_id, code)
      );
      create index on queries (raised_at) where settled_at is null;
      create table track_fixes (
        trip_id uuid not null references trips, at timestamptz not null,
        lat_deg double precision not null check (lat_deg between -90 and 90), lon_deg double precision not null check (lon_deg between -180 and 180),
        primary key (trip_id, at)
      );
    SQL
  end
  down do
    run "drop table track_fixes, queries, corrections"
    run "drop index photos_once_a_trip"
    run "alter table photos drop thumb_key, drop shown_width_px, drop shown_height_px, drop name, drop camera, drop camera_at, drop lat_deg, drop lon_deg, drop placed_by, drop sure, " \
        "drop marks, drop measured_mm, drop measured_sd_mm, drop trouble"
    run "alter table encounters drop source, drop hook_type, drop recorded_by"
    run "alter table trips drop submitted_at, drop camera_seconds"
  end
end
