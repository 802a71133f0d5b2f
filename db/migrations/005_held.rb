# frozen_string_literal: true

# Encounters that could not be stored as sent: kept whole, with the reason, until a corrected one comes or the desk decides.
Sequel.migration do
  up do
    run <<~SQL
      create table held_encounters (
        id uuid primary key,
        member_id uuid not null references members,
        body jsonb not null,
        code text not null, message text not null, fields jsonb not null default '{}',
        held_at timestamptz not null default now(),
        -- When the corrected record was stored.
        settled_at timestamptz
      );
      create index on held_encounters (held_at) where settled_at is null;
    SQL
  end
  down { run "drop table held_encounters" }
end
