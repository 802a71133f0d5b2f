# frozen_string_literal: true

# The open door: what the front page says, who wants to join, notices, meets, and the stock that kits
# are packed from.
Sequel.migration do
  noted = "create trigger noted after insert or update or delete on TABLE for each row " \
          "when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off()) " \
          "execute function note_row_change(KEY);"

  up do
    run <<~SQL
      alter table programme
        add about text check (length(about) <= 3000), add joining text check (length(joining) <= 3000),
        add join_question text check (length(join_question) between 3 and 200),
        add join_answer text check (length(join_answer) between 1 and 100),
        add check (num_nulls(join_question, join_answer) in (0, 2));
      alter table members
        -- Until when the chosen public name may be shown; null: as long as it stands.
        add public_name_until date,
        -- A junior tags and is shown only with a guardian's consent.
        add is_junior boolean not null default false,
        add guardian_consented_at timestamptz,
        add renew_on date,
        add fee text check (fee in ('paid', 'waived', 'due')), add fee_due_on date;
      create table applications (
        id uuid primary key,
        kind text not null check (kind in ('adult', 'family', 'junior')),
        name text not null check (length(name) between 2 and 120),
        email text not null check (length(email) between 5 and 200),
        phone text check (length(phone) <= 60), message text check (length(message) <= 1000),
        -- Of a family: [{ name, is_junior }]
        family jsonb not null default '[]',
        guardian_name text check (length(guardian_name) between 2 and 120),
        guardian_email text check (length(guardian_email) between 5 and 200),
        -- Of the address in the guardian's letter, its hash alone.
        guardian_digest text unique, guardian_consented_at timestamptz,
        state text not null default 'waiting' check (state in ('waiting', 'asked', 'accepted', 'declined')),
        words text check (length(words) <= 1000),
        decided_by uuid references members, decided_at timestamptz,
        fingerprint text not null, sent_at timestamptz not null default now(),
        check (kind <> 'junior' or guardian_email is not null)
      );
      create index on applications (state, sent_at);
      create index on applications (decided_by) where decided_by is not null;
      create table notices (
        id uuid primary key,
        kind text not null check (kind in ('heat', 'closure', 'law', 'rule', 'safety', 'news')),
        title text not null check (length(title) between 3 and 120),
        words text not null check (length(words) between 3 and 1000),
        water_code text references waters, from_on date not null, to_on date check (to_on >= from_on),
        made_by uuid not null references members, made_at timestamptz not null default now(),
        withdrawn_at timestamptz
      );
      create index on notices (water_code) where water_code is not null;
      create index on notices (made_by);
      create table notice_receipts (
        notice_id uuid not null references notices, member_id uuid not null references members,
        read_at timestamptz not null default now(), primary key (notice_id, member_id)
      );
      create index on notice_receipts (member_id);
      create table meets (
        id uuid primary key, name text not null check (length(name) between 3 and 120),
        held_on date not null, plan jsonb not null, is_open boolean not null default false,
        note text check (length(note) <= 1000),
        closed_at timestamptz, closed_because text check (length(closed_because) between 3 and 300),
        made_by uuid not null references members, made_at timestamptz not null default now(),
        check (num_nulls(closed_at, closed_because) in (0, 2))
      );
      create index on meets (held_on);
      create index on meets (made_by);
      create table meet_members (
        meet_id uuid not null references meets, member_id uuid not null references members,
        crew text not null check (length(crew) between 1 and 60),
        trip_id uuid references trips, primary key (meet_id, member_id)
      );
      create index on meet_members (member_id);
      create index on meet_members (trip_id) where trip_id is not null;
      create table stock_items (
        code text primary key check (code ~ '^[a-z0-9_]{2,40}$'),
        name text not null check (length(name) between 2 and 80),
        reorder_at integer not null default 0 check (reorder_at between 0 and 100000),
        in_kit integer not null default 0 check (in_kit between 0 and 1000)
      );
      create table orders (
        id uuid primary key, member_id uuid not null references members,
        items jsonb not null, note text check (length(note) <= 300),
        state text not null default 'asked' check (state in ('asked', 'posted', 'received', 'cancelled')),
        asked_at timestamptz not null default now(), posted_at timestamptz, received_at timestamptz
      );
      create index on orders (member_id);
      create index on orders (state, asked_at);
      create table stock_moves (
        id bigint generated always as identity primary key,
        item_code text not null references stock_items, count integer not null check (count <> 0),
        reason text not null check (reason in ('bought', 'posted', 'returned', 'counted', 'spoiled')),
        order_id uuid references orders, note text check (length(note) <= 300),
        made_by uuid not null references members, made_at timestamptz not null default now()
      );
      create index on stock_moves (item_code, made_at);
      create index on stock_moves (order_id) where order_id is not null;
      create index on stock_moves (made_by);
      create trigger stock_moves_append_only before update or delete on stock_moves
        for each row execute function append_only();
      create trigger stock_moves_never_emptied before truncate on stock_moves
        for each statement execute function append_only();
      #{noted.sub('TABLE', 'applications').sub('KEY', "'id', 'email', 'phone', 'message', 'guardian_email', 'guardian_name', 'guardian_digest', 'fingerprint'")}
      #{noted.sub('TABLE', 'notices').sub('KEY', "'id'")}
      #{noted.sub('TABLE', 'meets').sub('KEY', "'id'")}
      #{noted.sub('TABLE', 'stock_items').sub('KEY', "'code'")}
      #{noted.sub('TABLE', 'orders').sub('KEY', "'id'")}
      #{noted.sub('TABLE', 'meet_members').sub('KEY', "'meet_id'")}
      #{noted.sub('TABLE', 'notice_receipts').sub('KEY', "'notice_id'")}
    SQL
  end

  down do
    run <<~SQL
      drop table stock_moves, orders, stock_items, meet_members, meets, notice_receipts, notices, applications;
      alter table members drop public_name_until, drop is_junior, drop guardian_consented_at,
        drop renew_on, drop fee, drop fee_due_on;
      alter table programme drop about, drop joining, drop join_question, drop join_answer;
    SQL
  end
end
