# frozen_string_literal: true

# What the office could not do: take back an entry of the law, set the figures of the house rules and
# write notes to a guild, and say what each member was given.
Sequel.migration do
  up do
    run <<~SQL
      alter table laws
        -- Entered wrongly: it never counted. Taking it back brings the entry before it into force again.
        add withdrawn_at timestamptz, add withdrawn_by uuid references members,
        add withdrawn_because text check (length(withdrawn_because) between 3 and 500),
        add check (num_nulls(withdrawn_at, withdrawn_by, withdrawn_because) in (0, 3)),
        add check (withdrawn_at is null or superseded_at is not null);
      -- Only what differs from our own figures: { name: number }, { guild: sentence }.
      alter table house_rules
        add figures jsonb not null default '{}',
        add guild_notes jsonb not null default '{}';
      -- How a person reads days and hours.
      alter table members
        add dates text not null default 'day_first'
          check (dates in ('day_first', 'month_first', 'year_first'));
      -- Starter kits: what was given to a member and came back. What is held is the sum.
      create table kit_moves (
        id bigint generated always as identity primary key,
        member_id uuid not null references members,
        item text not null check (length(item) between 2 and 60),
        count integer not null check (count between -100 and 100 and count <> 0),
        note text check (length(note) <= 300),
        made_by uuid not null references members,
        at timestamptz not null default now()
      );
      create index on kit_moves (member_id, at);
      create trigger kit_moves_append_only before update or delete on kit_moves
        for each row execute function append_only();
    SQL
  end
  down do
    run <<~SQL
      drop table kit_moves;
      alter table members drop dates;
      alter table house_rules drop figures, drop guild_notes;
      alter table laws drop withdrawn_at, drop withdrawn_by, drop withdrawn_because;
    SQL
  end
end
