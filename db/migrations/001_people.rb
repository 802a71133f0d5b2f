# frozen_string_literal: true

# Sign-in tables as the authentication library wants them, and the members behind them.
Sequel.migration do
  up do
    run "create extension if not exists citext"
    run "create extension if not exists btree_gist"
    run <<~SQL
      create table accounts (
        id bigint generated always as identity primary key,
        email citext not null unique check (email ~ '^[^,;@ \r\n]+@[^,@; \r\n]+$' and length(email) <= 254),
        created_at timestamptz not null default now()
      );
      create table account_password_hashes (
        id bigint primary key references accounts on delete cascade,
        password_hash text not null
      );
      create table account_login_failures (
        id bigint primary key references accounts on delete cascade,
        number integer not null default 1
      );
      create table account_lockouts (
        id bigint primary key references accounts on delete cascade,
        key text not null, deadline timestamptz not null, email_last_sent timestamptz
      );
      create table account_password_reset_keys (
        id bigint primary key references accounts on delete cascade,
        key text not null, deadline timestamptz not null, email_last_sent timestamptz not null default now()
      );
      create table account_active_session_keys (
        account_id bigint not null references accounts on delete cascade,
        session_id text not null,
        created_at timestamptz not null default now(), last_use timestamptz not null default now(),
        primary key (account_id, session_id)
      );
      create table members (
        id uuid primary key default gen_random_uuid(),
        account_id bigint unique references accounts on delete set null,
        name text not null check (length(name) between 1 and 120),
        -- What a finder may read; null is "a volunteer tagger".
        public_name text check (length(public_name) between 1 and 60),
        role text not null check (role in ('tagger', 'coordinator')),
        units text not null default 'metric' check (units in ('metric', 'imperial')),
        permit_number text, permit_expires_on date,
        created_at timestamptz not null default now()
      );
    SQL
  end
  down { run "drop table members, account_active_session_keys, account_password_reset_keys, account_lockouts, account_login_failures, account_password_hashes, accounts" }
end
