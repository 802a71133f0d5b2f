# frozen_string_literal: true

# What members practised, and what a coordinator signed of it.
Sequel.migration do
  up do
    run <<~SQL
      create table practice_results (
        id uuid primary key,
        member_id uuid not null references members,
        skill text not null check (skill in ('place', 'measure', 'handle', 'read', 'judge', 'pack')),
        scene text check (length(scene) <= 40), seed integer not null, level integer not null check (level between 0 and 2),
        marks integer check (marks between 0 and 100), points integer check (points between 0 and 100),
        at timestamptz not null, kept_at timestamptz not null default now(),
        check (num_nulls(marks, points) > 0)
      );
      create index on practice_results (member_id, at);
      create table practice_signatures (
        id bigint generated always as identity primary key,
        member_id uuid not null references members,
        item text not null check (item in ('placing', 'scenes')),
        signed_by uuid not null references members,
        note text not null check (length(note) between 3 and 300),
        signed_at timestamptz not null default now(),
        unique (member_id, item)
      );
      create trigger noted after insert or update or delete on practice_signatures for each row
        when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
        execute function note_row_change('id');
    SQL
  end
  down { run "drop table practice_signatures, practice_results" }
end
