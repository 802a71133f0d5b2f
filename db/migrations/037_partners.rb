# frozen_string_literal: true

# Other programmes that run Voucher: to whom reports of their tags go, and what they answer.
Sequel.migration do
  noted = <<~SQL
    create trigger noted after insert or update or delete on TABLE for each row
      when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
      execute function note_row_change(KEY);
  SQL

  up do
    run <<~SQL
      alter table reading_keys
        add may text not null default 'read' check (may in ('read', 'hand_in'));
      alter table calls drop constraint calls_kind_check, add constraint calls_kind_check
        check (kind in ('thanks_to_finder', 'question_to_finder', 'answer_to_finder'));
      alter table reports add may_pass_on boolean not null default false;

      create table partners (
        id bigint generated always as identity primary key,
        name text not null check (length(name) between 2 and 120),
        address text not null check (address ~ '^https?://[^/]+$'),
        send_key text not null check (length(send_key) between 20 and 100),
        member_id uuid not null references members,
        made_at timestamptz not null default now(),
        ended_at timestamptz
      );
      create unique index partners_name on partners (lower(name)) where ended_at is null;
      create index on partners (member_id);

      create table handed_over (
        report_id uuid primary key references reports,
        partner_id bigint not null references partners,
        sent_at timestamptz,
        answer jsonb,
        answered_at timestamptz,
        attempts integer not null default 0,
        failure text
      );
      create index on handed_over (partner_id);

      create table handed_in (
        report_id uuid primary key references reports,
        key_id bigint not null references reading_keys,
        at timestamptz not null default now()
      );
      create index on handed_in (key_id);

      #{noted.sub('TABLE', 'partners').sub('KEY', "'id', 'send_key'")}
      #{noted.sub('TABLE', 'handed_over').sub('KEY', "'report_id'")}
      #{noted.sub('TABLE', 'handed_in').sub('KEY', "'report_id'")}
    SQL
  end

  down do
    run <<~SQL
      drop table handed_in, handed_over, partners;
      alter table reports drop may_pass_on;
      alter table reading_keys drop may;
    SQL
  end
end
