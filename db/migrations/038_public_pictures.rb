# frozen_string_literal: true

# Pictures that a member shows to everybody: a copy of its own, with what was covered painted over.
Sequel.migration do
  up do
    run <<~SQL
      create table public_pictures (
        photo_id uuid primary key references photos on delete cascade,
        slug uuid not null unique default gen_random_uuid(),
        key text not null,
        cover jsonb not null default '[]',
        people text not null check (people in ('nobody', 'agreed')),
        until_on date,
        member_id uuid not null references members,
        shown_at timestamptz not null default now()
      );
      create index on public_pictures (member_id);
      create trigger noted after insert or update or delete on public_pictures for each row
        when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
        execute function note_row_change('photo_id', 'slug', 'key');
    SQL
  end

  down { run "drop table public_pictures" }
end
