# frozen_string_literal: true

# Species, waters, tags, trips, encounters, reports, letters. Rules that must hold
# whatever the program does are constraints here, not only sentences in Ruby.
Sequel.migration do
  up do
    run <<~SQL
      create table species (
        code text primary key check (code ~ '^[a-z_]{2,40}$'),
        common_name text not null unique, scientific_name text not null,
        guild_key text not null,
        tail text not null check (tail in ('forked', 'crescent', 'square', 'rounded', 'uneven', 'disc', 'shell')),
        bladder text not null check (bladder in ('sealed', 'open', 'none')),
        weight_a double precision not null check (weight_a > 0),
        weight_b double precision not null check (weight_b between 1 and 5),
        fl_to_tl_a_mm double precision, fl_to_tl_b double precision check (fl_to_tl_b > 0), fl_to_tl_se_mm double precision check (fl_to_tl_se_mm >= 0),
        typical_mm integer not null, large_mm integer not null, min_mm integer not null check (min_mm > 0),
        max_mm integer not null, min_taggable_mm integer not null, in_water_only_mm integer,
        warm_c numeric(4, 1) not null, stop_c numeric(4, 1) not null check (stop_c > warm_c),
        hazards text[] not null default '{}', look_alikes text[] not null default '{}',
        demo_values boolean not null default true,
        check (min_mm < typical_mm and typical_mm <= large_mm and large_mm <= max_mm and max_mm <= 10000),
        check (num_nulls(fl_to_tl_a_mm, fl_to_tl_b, fl_to_tl_se_mm) in (0, 3))
      );
      create table waters (
        code text primary key, name text not null unique, kind text not null check (kind in ('sea', 'fresh'))
      );
      create table spots (
        code text primary key, water_code text not null references waters, name text not null unique,
        lat_deg double precision not null check (lat_deg between -90 and 90),
        lon_deg double precision not null check (lon_deg between -180 and 180)
      );
      create table tag_series (
        id bigint generated always as identity primary key,
        prefix text not null check (prefix ~ '^[A-Z]{1,4}$'),
        digits integer not null check (digits between 1 and 9),
        first_serial integer not null check (first_serial >= 0),
        last_serial integer not null,
        created_at timestamptz not null default now(),
        check (last_serial >= first_serial and last_serial < 10 ^ digits),
        constraint tag_series_overlap exclude using gist (prefix with =, int4range(first_serial, last_serial, '[]') with &&)
      );
      create table tags (
        number text primary key,
        series_id bigint not null references tag_series,
        serial integer not null check (serial >= 0),
        state text not null default 'in_stock' check (state in ('in_stock', 'in_pouch', 'applied', 'spoiled', 'lost')),
        holder_id uuid references members,
        unique (series_id, serial),
        check (state <> 'in_pouch' or holder_id is not null)
      );
      create index tags_pouch on tags (holder_id, series_id, serial) where state = 'in_pouch';
      -- Who had which tag when: rows are only ever added; tags.state is the last row's outcome.
      create table tag_custody (
        id bigint generated always as identity primary key,
        tag_number text not null references tags,
        act text not null check (act in ('issued', 'applied', 'spoiled', 'lost', 'returned')),
        member_id uuid not null references members,
        at timestamptz not null default now()
      );
      create index on tag_custody (tag_number, id);
      create table trips (
        id uuid primary key,
        member_id uuid not null references members,
        held_on date not null,
        spot_code text not null references spots,
        platform text not null check (platform in ('shore', 'pier', 'boat', 'kayak', 'wading')),
        water_temp_c numeric(4, 1) check (water_temp_c between -2 and 40),
        state text not null default 'open' check (state in ('open', 'ready', 'submitted')),
        created_at timestamptz not null default now()
      );
      create index on trips (member_id, held_on);
      create table fish (
        id uuid primary key default gen_random_uuid(),
        species_code text not null references species,
        -- The public link; 128 random bits, so it cannot be guessed.
        story_key text not null unique check (length(story_key) >= 20),
        created_at timestamptz not null default now()
      );
      create table encounters (
        id uuid primary key,
        trip_id uuid not null references trips,
        member_id uuid not null references members,
        fish_id uuid references fish,
        revision integer not null check (revision > 0),
        fingerprint text not null,
        kind text not null check (kind in ('tagged', 'recaptured', 'untagged')),
        fate text not null check (fate in ('released', 'kept')),
        species_code text not null references species,
        length_mm integer check (length_mm between 10 and 10000),
        length_kind text check (length_kind in ('FL', 'TL', 'DW', 'CW')),
        length_how text check (length_how in ('board', 'tape', 'ruler', 'photo', 'estimate')),
        weight_g integer check (weight_g between 1 and 2000000),
        hook_place text check (hook_place in ('lip', 'jaw_corner', 'roof', 'tongue', 'outside', 'eye', 'gill', 'throat', 'stomach')),
        caught_at timestamptz not null,
        caught_on date not null,
        utc_offset_minutes integer not null check (utc_offset_minutes between -840 and 840),
        lat_deg double precision check (lat_deg between -90 and 90),
        lon_deg double precision check (lon_deg between -180 and 180),
        spot_code text references spots,
        water_temp_c numeric(4, 1) check (water_temp_c between -2 and 40),
        air_seconds double precision check (air_seconds >= 0),
        fight_seconds double precision check (fight_seconds >= 0),
        house_rules_version integer not null,
        -- Numbers read on a recaptured fish, as typed; the match to a fish is fish_id.
        read_numbers text[] not null default '{}',
        note text check (length(note) <= 2000),
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now(),
        check (num_nulls(length_mm, length_kind, length_how) in (0, 3)),
        check (num_nulls(lat_deg, lon_deg) in (0, 2)),
        check (kind <> 'tagged' or fish_id is not null)
      );
      create index on encounters (fish_id);
      create index on encounters (trip_id);
      create index on encounters (member_id, caught_on);
      create index on encounters (spot_code, species_code);
      -- Taps as they came, one set per revision of the encounter; never changed afterwards.
      create table stages (
        encounter_id uuid not null references encounters,
        revision integer not null check (revision > 0),
        position integer not null check (position >= 0),
        act text not null check (act in ('fish_on', 'in_net', 'lifted', 'back_in_water', 'let_go', 'kept')),
        at timestamptz not null,
        primary key (encounter_id, revision, position)
      );
      create function append_only() returns trigger language plpgsql as $$
      begin
        raise exception '% rows are never changed or removed', tg_table_name using errcode = 'restrict_violation';
      end $$;
      create trigger stages_append_only before update or delete on stages for each row execute function append_only();
      create trigger tag_custody_append_only before update or delete on tag_custody for each row execute function append_only();
      create table taggings (
        id bigint generated always as identity primary key,
        tag_number text not null references tags,
        fish_id uuid not null references fish,
        encounter_id uuid not null references encounters,
        ended_at timestamptz,
        created_at timestamptz not null default now()
      );
      create unique index tag_in_one_fish on taggings (tag_number) where ended_at is null;
      create index on taggings (fish_id);
      create index on taggings (encounter_id);
      create table reports (
        id uuid primary key,
        fingerprint text not null,
        -- Whoever holds it may add a photo to the report; 128 random bits.
        report_key text not null unique,
        number_as_read text not null check (length(number_as_read) between 1 and 40),
        species_code text references species,
        length_mm integer check (length_mm between 10 and 10000),
        length_kind text check (length_kind in ('FL', 'TL', 'DW', 'CW')),
        length_how text check (length_how in ('board', 'tape', 'ruler', 'photo', 'estimate')),
        caught_on date not null,
        lat_deg double precision check (lat_deg between -90 and 90),
        lon_deg double precision check (lon_deg between -180 and 180),
        place_words text check (length(place_words) <= 200),
        fate text not null check (fate in ('released', 'kept')),
        finder_name text check (length(finder_name) <= 120),
        finder_contact text check (length(finder_contact) <= 254),
        state text not null check (state in ('matched', 'waiting')),
        waiting_reason text,
        sent_at timestamptz not null default now(),
        check (num_nulls(length_mm, length_kind, length_how) in (0, 3)),
        check (num_nulls(lat_deg, lon_deg) in (0, 2)),
        check ((state = 'waiting') = (waiting_reason is not null))
      );
      create index on reports (sent_at desc, id);
      create table matches (
        id bigint generated always as identity primary key,
        report_id uuid not null references reports,
        fish_id uuid not null references fish,
        tag_number text not null references tags,
        how text not null check (how in ('exact', 'decided')),
        decided_by uuid references members,
        made_at timestamptz not null default now(),
        undone_at timestamptz,
        check (how = 'exact' or decided_by is not null)
      );
      create unique index one_match_per_report on matches (report_id) where undone_at is null;
      create index on matches (fish_id);
      create table photos (
        id uuid primary key default gen_random_uuid(),
        report_id uuid unique references reports,
        sha256 text not null, media_type text not null check (media_type in ('image/jpeg', 'image/png', 'image/webp')),
        bytes integer not null check (bytes > 0), width_px integer not null, height_px integer not null,
        original_key text not null, shown_key text not null,
        created_at timestamptz not null default now()
      );
      create table letters (
        id bigint generated always as identity primary key,
        kind text not null, recipient text not null, subject text not null, body text not null,
        report_id uuid references reports,
        state text not null default 'queued' check (state in ('queued', 'sent', 'failed')),
        attempts integer not null default 0, last_error text,
        queued_at timestamptz not null default now(), sent_at timestamptz,
        check ((state = 'sent') = (sent_at is not null))
      );
    SQL
  end
  down do
    run "drop table letters, photos, matches, reports, taggings, stages, encounters, fish, trips, tag_custody, tags, tag_series, spots, waters, species"
    run "drop function append_only"
  end
end
