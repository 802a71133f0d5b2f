# frozen_string_literal: true

# Keys for programs that read: made by a coordinator, shown once, kept as a hash.
Sequel.migration do
  up do
    run <<~SQL
      create table reading_keys (
        id bigint generated always as identity primary key,
        name text not null check (length(name) between 3 and 120),
        member_id uuid not null references members,
        digest text not null unique check (digest ~ '^[0-9a-f]{64}$'),
        made_at timestamptz not null default now(),
        used_on date,
        revoked_at timestamptz
      );
      create trigger noted after insert or update or delete on reading_keys for each row
        when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
        execute function note_row_change('id', 'digest');
    SQL
  end
  down { run "drop table reading_keys" }
end
