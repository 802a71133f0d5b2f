# frozen_string_literal: true

# What makes the records trustworthy: a security log, ledgers that nobody empties, seals over them,
# a second factor, sessions that can be told apart; and the programme's own name and coast.
Sequel.migration do
  ledgers = %w[stages tag_custody corrections decisions changes row_changes security_events]
  noted = "when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())"
  up do
    run <<~SQL
      -- As the authentication library wants them.
      create table account_otp_keys (
        id bigint primary key references accounts on delete cascade,
        key text not null, num_failures integer not null default 0,
        last_use timestamptz not null default now()
      );
      create table account_recovery_codes (
        id bigint references accounts on delete cascade, code text, primary key (id, code)
      );
      create table account_login_change_keys (
        id bigint primary key references accounts on delete cascade,
        key text not null, login citext not null, deadline timestamptz not null
      );
      alter table account_active_session_keys
        add number bigint generated always as identity unique,
        add address text, add agent text check (length(agent) <= 300);
      -- Sign-ins and what else concerns safety.
      create table security_events (
        id bigint generated always as identity primary key, at timestamptz not null default now(),
        kind text not null check (kind ~ '^[a-z_]{3,40}$'),
        account_id bigint, by_account_id bigint, detail text check (length(detail) <= 300)
      );
      -- From where and with what; apart from the ledger, because it is not kept for ever.
      create table security_traces (
        event_id bigint primary key references security_events, at timestamptz not null default now(),
        address text check (length(address) <= 60), agent text check (length(agent) <= 300)
      );
      create index on security_traces (at);
      create index on security_events (at, id);
      create index on security_events (account_id, id);
      -- Whose programme this is: one row.
      create table programme (
        id integer primary key default 1 check (id = 1),
        name text not null check (length(name) between 3 and 120),
        sender text check (length(sender) <= 300),
        contact text check (length(contact) <= 300),
        coast_version integer not null default 0,
        updated_at timestamptz not null default now()
      );
      -- The drawn coast: land, loughs, ledges, walls, named places.
      create table coast_features (
        id bigint generated always as identity primary key,
        kind text not null check (kind in ('land', 'lough', 'ledge', 'wall', 'place')),
        name text check (length(name) <= 120), water_code text references waters,
        geometry jsonb not null
      );
      alter table spots add retired_at timestamptz;
      alter table trips add crew_key_until timestamptz;
      -- How far the phone's clock was ahead of ours when the record came; null when it did not say.
      alter table encounters add clock_ahead_seconds integer;
      -- What was found when the original was last held against its hash.
      alter table photos add checked_at timestamptz, add fixity text check (fixity in ('intact', 'missing', 'damaged'));
      create index on photos (checked_at nulls first);
      -- Files of pictures that were taken away: they go for good a day later, so that a backup that began before finds them.
      create table discarded_files (
        key text primary key, sha256 text not null, discarded_at timestamptz not null default now()
      );
      -- Ledgers are sealed in the order of their ids.
      alter table stages add id bigint generated always as identity;
      create unique index stages_id on stages (id);
      -- Each seal covers the rows after the one before, and its hash covers that one's hash.
      create table ledger_seals (
        id bigint generated always as identity primary key, at timestamptz not null default now(),
        ledger text not null, columns text[] not null,
        first_id bigint not null, last_id bigint not null check (last_id >= first_id),
        "rows" bigint not null check ("rows" > 0), hash text not null check (hash ~ '^[0-9a-f]{64}$'),
        unique (ledger, last_id)
      );
      -- Rows of a ledger after one id and up to another as one hash, that begins with the hash of the seal before.
      create function ledger_digest(ledger text, columns text[], after bigint, up_to bigint, most integer, before text,
                                    out first_id bigint, out last_id bigint, out "rows" bigint, out hash text)
        language plpgsql set timezone = 'UTC' set search_path = public as $$
      begin
        execute format(
          'select min(id), max(id), count(*), encode(sha256(convert_to($1 || coalesce(string_agg(to_jsonb(sealed)::text, chr(10) order by id), %L), %L)), %L)
             from (select %s from %I where id > $2 and id <= coalesce($3, id) order by id limit $4) sealed',
          '', 'UTF8', 'hex', (select string_agg(format('%I', one), ', ') from unnest(columns) one), ledger)
          into first_id, last_id, "rows", hash using before, after, up_to, most;
      end $$;
      -- Seals the next rows; returns how many. Nobody adds to the ledger meanwhile, and who was adding has finished: so ids rise.
      create function seal_ledger(of_ledger text, most integer) returns bigint
        language plpgsql security definer set lock_timeout = '500ms' set search_path = public as $$
      declare
        newest ledger_seals;
        named text[];
        found record;
      begin
        if not exists (select from pg_trigger where tgrelid = of_ledger::regclass and tgname = of_ledger || '_append_only') then
          raise exception '% is no ledger', of_ledger;
        end if;
        -- Two who seal take turns; the one who comes second finds nothing left.
        perform pg_advisory_xact_lock(hashtext('seal ' || of_ledger));
        execute format('lock table %I in share mode', of_ledger);
        select * into newest from ledger_seals where ledger = of_ledger order by last_id desc limit 1;
        select array_agg(attname::text order by attnum) into named from pg_attribute
          where attrelid = of_ledger::regclass and attnum > 0 and not attisdropped;
        select * into found from ledger_digest(of_ledger, named, coalesce(newest.last_id, 0), null, most, coalesce(newest.hash, repeat('0', 64)));
        if found."rows" > 0 then
          insert into ledger_seals (ledger, columns, first_id, last_id, "rows", hash)
            values (of_ledger, named, found.first_id, found.last_id, found."rows", found.hash);
        end if;
        return found."rows";
      end $$;
      -- The notes can be switched off by the owner of the tables alone, never by the application.
      create function notes_may_be_off() returns boolean language sql stable as $$
        select session_user = (select tableowner from pg_tables
                               where schemaname = 'public' and tablename = 'row_changes')
      $$;
    SQL
    (ledgers + %w[ledger_seals]).each do |table|
      unless %w[stages tag_custody corrections decisions changes row_changes].include?(table)
        run "create trigger #{table}_append_only before update or delete on #{table} " \
            "for each row execute function append_only()"
      end
      run "create trigger #{table}_never_emptied before truncate on #{table} " \
          "for each statement execute function append_only()"
    end
    from(:pg_trigger).join(:pg_class, oid: :tgrelid).where(tgname: "noted")
                     .select_map([Sequel[:relname].cast(:text).as(:name),
                                  Sequel.function(:pg_get_triggerdef, Sequel[:pg_trigger][:oid]).as(:definition)])
                     .each do |table, text|
      run "drop trigger noted on #{table}"
      run text.sub(/WHEN \(.*\) EXECUTE/, "#{noted} execute")
    end
    { "programme" => "'id'", "coast_features" => "'id', 'geometry'" }.each do |table, arguments|
      run "create trigger noted after insert or update or delete on #{table} for each row " \
          "#{noted} execute function note_row_change(#{arguments})"
    end
  end
  down { raise Sequel::Error, "Evidence is not taken back: restore a backup made before instead." }
end
