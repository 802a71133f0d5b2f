# frozen_string_literal: true

# What the office keeps: house rules, law, batches of tags, lockers, training, and who changed what.
Sequel.migration do
  up do
    run <<~SQL
      alter table members
        add trained text[] not null default '{}' check (trained <@ array['tagging', 'venting']),
        -- A member's own stricter schools: { question: school }.
        add stricter jsonb not null default '{}',
        add active boolean not null default true;
      -- Where lengths, weights and limits come from.
      alter table species add source text check (length(source) <= 300);
      create table house_rules (
        version integer primary key check (version > 0),
        choices jsonb not null,
        why text not null check (length(why) between 1 and 2000),
        member_id uuid references members,
        made_at timestamptz not null default now()
      );
      insert into house_rules (version, choices, why) values (1, '{}', 'What we start from.');
      create table lockers (
        member_id uuid primary key references members,
        gear jsonb not null,
        updated_at timestamptz not null default now()
      );
      alter table trips
        add plan jsonb,
        -- Kit items called on the morning of the trip.
        add ticks text[] not null default '{}',
        add updated_at timestamptz not null default now();
      create table laws (
        id bigint generated always as identity primary key,
        species_code text not null references species,
        water_code text not null references waters,
        min_mm integer check (min_mm between 10 and 10000), max_mm integer check (max_mm between 10 and 10000),
        length_kind text not null check (length_kind in ('FL', 'TL', 'DW', 'CW')),
        season_first text check (season_first ~ '^[01][0-9]-[0-3][0-9]$'), season_last text check (season_last ~ '^[01][0-9]-[0-3][0-9]$'),
        bag_limit integer check (bag_limit >= 0), in_water_only_mm integer check (in_water_only_mm > 0),
        authority text not null check (length(authority) between 1 and 200),
        checked_on date not null, link text check (length(link) <= 500),
        entered_by uuid references members, entered_at timestamptz not null default now(),
        superseded_at timestamptz,
        check (num_nulls(season_first, season_last) in (0, 2)),
        check (min_mm is null or max_mm is null or min_mm < max_mm)
      );
      create unique index one_law_in_force on laws (species_code, water_code) where superseded_at is null;
      create table tag_batches (
        id bigint generated always as identity primary key,
        series_id bigint not null references tag_series,
        label text not null check (length(label) between 1 and 60),
        first_serial integer not null, last_serial integer not null check (last_serial >= first_serial),
        created_at timestamptz not null default now(),
        constraint tag_batch_overlap exclude using gist (series_id with =, int4range(first_serial, last_serial, '[]') with &&)
      );
      alter table tags add batch_id bigint references tag_batches;
      create index tags_stock on tags (batch_id, serial) where state = 'in_stock';
      alter table tag_custody
        add note text check (length(note) <= 500),
        add made_by uuid references members,
        drop constraint tag_custody_act_check,
        add constraint tag_custody_act_check check (act in ('issued', 'applied', 'spoiled', 'lost', 'returned', 'transferred'));
      create index on tag_custody (member_id, act, at);
      -- Who changed what in the catalogue, the law, the house rules and the list of members.
      create table changes (
        id bigint generated always as identity primary key,
        record text not null, record_id text not null,
        before jsonb, after jsonb not null,
        member_id uuid references members,
        at timestamptz not null default now()
      );
      create index on changes (record, record_id, id);
      create trigger changes_append_only before update or delete on changes for each row execute function append_only();
    SQL
  end
  down do
    run "drop table changes, laws, lockers, house_rules"
    run "alter table tags drop batch_id"
    run "drop table tag_batches"
    run "alter table trips drop plan, drop ticks, drop updated_at"
    run "alter table species drop source"
    run "alter table members drop trained, drop stricter, drop active"
    run "alter table tag_custody drop note, drop made_by, drop constraint tag_custody_act_check, " \
        "add constraint tag_custody_act_check check (act in ('issued', 'applied', 'spoiled', 'lost', 'returned'))"
  end
end
