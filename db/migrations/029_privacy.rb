# frozen_string_literal: true

# Named places of the drawing are public only where it says so. What fish did is kept between 5 km
# cells too, for readers who may not know exact places.
Sequel.migration do
  step = 5000 / 111_132.0

  up do
    run <<~SQL
      alter table coast_features add is_public boolean not null default false;
      alter table spans add cells_m double precision;
      -- Why the words of a coordinator could not be used, and ours went out.
      alter table letter_templates add failed text;
      with placed as (
        select fish_id, lat_deg, (floor(lat_deg / #{step}) + 0.5) * #{step} as lat, lon_deg,
          row_number() over (partition by fish_id order by caught_on) as first,
          row_number() over (partition by fish_id order by caught_on desc) as last
        from catches where fish_id in (select fish_id from spans where distance_m is not null)
      ), cells as (
        select fish_id, first, last, radians(lat) as lat,
          radians((floor(lon_deg * cos(radians(lat)) / #{step}) + 0.5) * #{step} / cos(radians(lat)))
            as lon
        from placed where lat_deg is not null
      )
      update spans set cells_m = round(6371008.8 / 5000 * 2 * asin(sqrt(
          sin((b.lat - a.lat) / 2) ^ 2 + cos(a.lat) * cos(b.lat) * sin((b.lon - a.lon) / 2) ^ 2
        ))) * 5000
        from cells a join cells b using (fish_id)
        where a.first = 1 and b.last = 1 and spans.fish_id = a.fish_id;
      -- Counters of the limits that all processes share.
      create unlogged table limit_counts (
        key text primary key, count integer not null, until_at timestamptz not null
      );
      create index on limit_counts (until_at);
      -- A result counts for training where the server gave its seed out and played the deeds again.
      alter table practice_results add is_replayed boolean not null default true;
      alter table practice_results alter is_replayed set default false;
      create table practice_seeds (
        member_id uuid not null references members on delete cascade, seed integer not null,
        given_at timestamptz not null default now(), used_at timestamptz,
        primary key (member_id, seed)
      );
      alter table letters add member_id uuid references members;
      update letters set member_id = m.id from members m join accounts a on a.id = m.account_id
        where a.email = letters.recipient;
      create index on letters (member_id);
      -- Of what was given away nothing changes but the receiver's name, when a member is forgotten.
      drop trigger exports_append_only on exports;
      create trigger exports_append_only before delete on exports
        for each row execute function append_only();
      create trigger exports_receiver_alone before update on exports for each row
        when (to_jsonb(old) - 'receiver' is distinct from to_jsonb(new) - 'receiver')
        execute function append_only();
      drop trigger noted on exports;
      create trigger noted after insert or update or delete on exports for each row
        when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
        execute function note_row_change('id', 'receiver');
      -- So many rows of each noted table were written without a note, by its owner: rows and notes keep
      -- that difference from then on.
      create table note_balances (
        table_name text not null, schema_version integer not null, unnoted bigint not null,
        at timestamptz not null default now(), primary key (table_name, schema_version)
      );
      create trigger note_balances_append_only before update or delete on note_balances
        for each row execute function append_only();
      create trigger note_balances_never_emptied before truncate on note_balances
        for each statement execute function append_only();
      delete from water_answers where topic in ('movement', 'handling', 'effort');
    SQL
  end

  down do
    run <<~SQL
      alter table coast_features drop is_public;
      alter table spans drop cells_m;
      alter table letter_templates drop failed;
      drop table note_balances, limit_counts, practice_seeds;
      alter table practice_results drop is_replayed;
      drop trigger exports_receiver_alone on exports;
      drop trigger exports_append_only on exports;
      create trigger exports_append_only before update or delete on exports
        for each row execute function append_only();
      alter table letters drop member_id;
    SQL
  end
end
