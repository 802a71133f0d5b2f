# frozen_string_literal: true

# The judgement desk: numbers found by their parts, and every decision with its reason.
Sequel.migration do
  up do
    run <<~SQL
      -- A reading that begins or ends sure is found by LIKE from either side.
      create index taggings_number on taggings (tag_number text_pattern_ops) where ended_at is null;
      create index taggings_number_end on taggings (reverse(tag_number) text_pattern_ops) where ended_at is null;
      alter table reports drop constraint reports_check2, drop constraint reports_state_check,
        add constraint reports_state_check check (state in ('matched', 'waiting', 'set_aside')),
        add constraint reports_waiting_check check (state <> 'waiting' or waiting_reason is not null);
      create table decisions (
        id bigint primary key generated always as identity, report_id uuid not null references reports,
        verdict text not null check (verdict in ('accepted', 'none_of_these', 'contradictory', 'undone')),
        fish_id uuid references fish, tag_number text references tags, share double precision check (share between 0 and 1),
        reason text not null check (length(reason) between 3 and 500), member_id uuid not null references members, made_at timestamptz not null default now(),
        check ((verdict = 'accepted') = (fish_id is not null))
      );
      create index on decisions (report_id, id);
      create trigger decisions_append_only before update or delete on decisions for each row execute function append_only();
    SQL
  end
  down do
    run "drop table decisions"
    run "alter table reports drop constraint reports_waiting_check, drop constraint reports_state_check, add constraint reports_state_check check (state in ('matched', 'waiting'))"
    run "drop index taggings_number, taggings_number_end"
  end
end
