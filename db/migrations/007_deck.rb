# frozen_string_literal: true

# The whole record of a fish in hand, its photos, and the crew's view of it.
Sequel.migration do
  up do
    run <<~SQL
      alter table encounters
        add hook_side text check (hook_side in ('left', 'right')),
        add hook_count integer check (hook_count between 0 and 30),
        add removal text check (removal in ('by_itself', 'in_water', 'remover', 'pliers', 'cut_hook', 'cut_line', 'pulled')),
        add marks text[] not null default '{}' check (marks <@ array['old_hook_scar', 'open_wound', 'scale_loss', 'eye_damage', 'parasites']),
        add handling text[] not null default '{}' check (handling <@ array['dry_surface', 'dropped', 'hung_by_jaw', 'sent_down']),
        add depth_m numeric(5, 1) check (depth_m between 0 and 1000),
        add outcome text check (outcome in ('strong', 'slow', 'sank', 'floated', 'predator', 'lost_from_sight')),
        -- What became of the tag that a recaptured fish bore.
        add tag_act text check (tag_act in ('left', 'replaced', 'added', 'removed')),
        add spoiled_numbers text[] not null default '{}',
        add lost_numbers text[] not null default '{}',
        add weight_how text check (weight_how in ('scale', 'typed')),
        -- What the wet sling weighed; null when nobody weighed it.
        add tare_g integer check (tare_g between 0 and 50000),
        add girth_mm integer check (girth_mm between 10 and 5000),
        add place_how text check (place_how in ('phone', 'boat', 'map', 'track')),
        -- What the Deck advised before the lift: { advice: "tag" | "let_go", reasons: [..] }
        add tag_advice jsonb,
        add decision_why text check (length(decision_why) <= 200),
        add caution_points integer check (caution_points between 0 and 100),
        -- One standard deviation that a photo's measuring brought; other methods have theirs by rule.
        add length_sd_mm double precision check (length_sd_mm > 0);
      -- The encounter at which a tag was taken off again.
      alter table taggings add ended_encounter_id uuid references encounters;
      create index on taggings (ended_encounter_id) where ended_encounter_id is not null;
      alter table photos
        add encounter_id uuid references encounters, add trip_id uuid references trips, add member_id uuid references members,
        add taken_at timestamptz;
      create index on photos (encounter_id) where encounter_id is not null;
      create index on photos (trip_id) where trip_id is not null;
      -- Whoever holds the key sees the running clock of this trip and may tap; 128 random bits.
      alter table trips add crew_key text unique check (length(crew_key) >= 20);
      -- Fish in hand right now, shared between the devices of a trip; forgotten when the next trip starts.
      create table live_fish (
        id uuid primary key, trip_id uuid not null references trips, species_code text not null references species,
        tag_number text, length_mm integer,
        -- How often taps were taken back: a device that knows of fewer is behind, and its taps do not count until it has caught up.
        undos integer not null default 0, updated_at timestamptz not null default now()
      );
      create index on live_fish (trip_id, updated_at);
      create table live_taps (
        fish_id uuid not null references live_fish, position integer not null check (position between 0 and 60),
        act text not null check (act in ('fish_on', 'in_net', 'lifted', 'back_in_water', 'let_go', 'kept')),
        at timestamptz not null, device text not null check (length(device) <= 60),
        primary key (fish_id, position)
      );
    SQL
  end
  down do
    run "drop table live_taps, live_fish"
    run "alter table trips drop crew_key"
    run "alter table photos drop encounter_id, drop trip_id, drop member_id, drop taken_at"
    run "alter table taggings drop ended_encounter_id"
    run "alter table encounters drop hook_side, drop hook_count, drop removal, drop marks, drop handling, drop depth_m, drop outcome, drop tag_act, " \
        "drop spoiled_numbers, drop lost_numbers, drop weight_how, drop tare_g, drop girth_mm, drop place_how, drop tag_advice, drop decision_why, drop caution_points, drop length_sd_mm"
  end
end
