# frozen_string_literal: true

# Finds whole: several tags on one report, readings from the Deck at the desk, catches joined, tags of other programmes,
# letters from templates that are never carried twice unknowingly, what a typical fish did, and who changed which row.
Sequel.migration do
  audited = %w[species waters spots tag_series tag_batches members laws house_rules lockers trips encounters held_encounters fish taggings reports matches photos letters
               letter_templates queries]
  up do
    run <<~SQL
      alter table reports
        add more_numbers text[] not null default '{}' check (cardinality(more_numbers) <= 4),
        -- All of them in their printed form.
        add numbers text[] not null default '{}',
        add revision integer not null default 1 check (revision > 0),
        -- A number that was read on the Deck and fits no fish alone waits at the desk like a finder's.
        add encounter_id uuid unique references encounters,
        -- The report of the same catch that this one was joined to.
        add same_as uuid references reports,
        add other_programme text check (length(other_programme) between 1 and 120),
        add passed_on_at timestamptz, add passed_on_to text check (length(passed_on_to) between 1 and 200),
        drop constraint reports_state_check,
        add constraint reports_state_check check (state in ('matched', 'waiting', 'set_aside', 'joined')),
        add constraint reports_joined_check check ((state = 'joined') = (same_as is not null));
      update reports set numbers = array[upper(regexp_replace(number_as_read, '[[:space:].–-]', '', 'g'))];
      insert into reports (id, fingerprint, report_key, encounter_id, number_as_read, more_numbers, numbers, species_code, length_mm, length_kind, length_how, caught_on, lat_deg, lon_deg, fate,
                           state, waiting_reason, sent_at)
        select gen_random_uuid(), 'deck', gen_random_uuid()::text, id, read_numbers[1], read_numbers[2:5], read_numbers, species_code, length_mm, length_kind, length_how, caught_on, lat_deg, lon_deg, fate,
               'waiting', 'number_not_found', created_at
        from encounters where kind = 'recaptured' and fish_id is null and cardinality(read_numbers) > 0;
      create index reports_fingerprint on reports (fingerprint, sent_at);
      create index reports_waiting on reports (sent_at, id) where state = 'waiting';
      create index reports_caught_on on reports (caught_on);
      create index reports_waiting_numbers on reports using gin (numbers) where state = 'waiting';
      create index encounters_kept on encounters (fish_id) where fate = 'kept';
      create index reports_foreign on reports (other_programme, sent_at) where other_programme is not null;
      alter table fish add merged_into uuid references fish;
      alter table decisions
        add other_report_id uuid references reports,
        -- What taking it back must put back: rows that were joined to another fish.
        add moved jsonb,
        drop constraint decisions_verdict_check,
        add constraint decisions_verdict_check
          check (verdict in ('accepted', 'none_of_these', 'contradictory', 'undone', 'asked', 'second_opinion', 'same_catch', 'other_programme')),
        add constraint decisions_same_catch_check check ((verdict = 'same_catch') = (other_report_id is not null));
      create index tags_in_pouch_number on tags (number text_pattern_ops) where state = 'in_pouch';
      -- What one fish did from its first catch to its last; derived, written anew when its catches change.
      create table spans (
        fish_id uuid primary key references fish, species_code text not null references species,
        caught integer not null check (caught > 1), days integer not null, distance_m double precision, growth_mm double precision
      );
      create index spans_typical on spans (species_code, days);
      alter table letters
        add started_at timestamptz, add next_try_at timestamptz,
        -- It was being carried when the server stopped, and was carried once more.
        add perhaps_twice boolean not null default false,
        drop constraint letters_state_check,
        add constraint letters_state_check check (state in ('queued', 'sending', 'sent', 'failed', 'uncertain', 'withdrawn'));
      create index letters_queued_at on letters (queued_at desc, id desc);
      create index letters_report on letters (report_id);
      create table letter_templates (
        kind text primary key, subject text not null check (length(subject) between 1 and 200), body text not null check (length(body) between 1 and 5000),
        updated_by uuid references members, updated_at timestamptz not null default now()
      );
      alter table queries add settled_by uuid references members, add settled_why text check (length(settled_why) between 3 and 500);
      -- Every row that was added, changed or removed, by whom; written by the database itself.
      create table row_changes (
        id bigint generated always as identity primary key, at timestamptz not null default now(), member_id uuid, by text not null,
        table_name text not null, row_id text not null, act text not null check (act in ('added', 'changed', 'removed')), changed jsonb
      );
      create index row_changes_row on row_changes (table_name, row_id, id);
      create index row_changes_member on row_changes (member_id, id);
      create index row_changes_at on row_changes (at, id);
      create index tag_custody_at on tag_custody (at, id);
      create trigger row_changes_append_only before update or delete on row_changes for each row execute function append_only();
      -- Arguments: the column that names the row, then columns whose values are nobody's business: that they changed is told, not what to.
      create function note_row_change() returns trigger language plpgsql as $$
      declare
        old_row jsonb := case when tg_op = 'INSERT' then '{}' else to_jsonb(old) end;
        new_row jsonb := case when tg_op = 'DELETE' then '{}' else to_jsonb(new) end;
        found jsonb;
      begin
        if tg_op = 'UPDATE' then
          select jsonb_object_agg(key, case when key = any (tg_argv[1:]) then '"not shown"' else jsonb_build_array(old_row -> key, value) end) into found
            from jsonb_each(new_row) where old_row -> key is distinct from value and key <> 'updated_at';
          if found is null then return null; end if;
        end if;
        insert into row_changes (member_id, by, table_name, row_id, act, changed)
          values (nullif(current_setting('voucher.member', true), '')::uuid, coalesce(nullif(current_setting('voucher.by', true), ''), 'the application'),
                  tg_table_name, coalesce(new_row ->> tg_argv[0], old_row ->> tg_argv[0]),
                  case tg_op when 'INSERT' then 'added' when 'UPDATE' then 'changed' else 'removed' end, found);
        return null;
      end $$;
    SQL
    keys = Hash.new("id").merge("species" => "code", "waters" => "code", "spots" => "code", "lockers" => "member_id", "house_rules" => "version", "letter_templates" => "kind",
                                "queries" => "encounter_id")
    hidden = { "reports" => %w[finder_name finder_contact report_key fingerprint], "letters" => %w[recipient subject body last_error], "fish" => %w[story_key],
               "held_encounters" => %w[body fields message], "encounters" => %w[fingerprint], "photos" => %w[original_key shown_key thumb_key] }
    audited.each do |table|
      arguments = [keys[table], *hidden.fetch(table, [])].map { |name| "'#{name}'" }.join(", ")
      run "create trigger noted after insert or update or delete on #{table} for each row " \
          "when (current_setting('voucher.unnoted', true) is distinct from 'on') execute function note_row_change(#{arguments})"
    end
  end
  down do
    run "delete from reports where encounter_id is not null"
    audited.each { |table| run "drop trigger noted on #{table}" }
    run "drop function note_row_change"
    run "drop index tag_custody_at"
    run "drop table row_changes, letter_templates, spans"
    run "alter table queries drop settled_by, drop settled_why"
    run "drop index letters_queued_at, letters_report"
    run "alter table letters drop started_at, drop next_try_at, drop perhaps_twice, drop constraint letters_state_check, " \
        "add constraint letters_state_check check (state in ('queued', 'sent', 'failed'))"
    run "drop index tags_in_pouch_number"
    run "alter table decisions drop constraint decisions_same_catch_check, drop constraint decisions_verdict_check, drop other_report_id, drop moved, " \
        "add constraint decisions_verdict_check check (verdict in ('accepted', 'none_of_these', 'contradictory', 'undone'))"
    run "alter table fish drop merged_into"
    run "drop index encounters_kept, reports_fingerprint, reports_waiting, reports_caught_on, reports_waiting_numbers, reports_foreign"
    run "alter table reports drop constraint reports_joined_check, drop constraint reports_state_check, drop more_numbers, drop numbers, drop revision, drop encounter_id, drop same_as, " \
        "drop other_programme, drop passed_on_at, drop passed_on_to, add constraint reports_state_check check (state in ('matched', 'waiting', 'set_aside'))"
  end
end
