# frozen_string_literal: true

# Finders as they are: a day that nobody knows, a tag without its fish, a telephone instead of an address, several
# pictures. And letters that wait before they leave, so that they can be called back.
Sequel.migration do
  note = ->(db, table, *hidden) do # rubocop:disable Style/Lambda -- the migration's language knows no lambda
    arguments = ["id", *hidden].map { |name| "'#{name}'" }.join(", ")
    db.run "create trigger noted after insert or update or delete on #{table} for each row " \
           "when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off()) " \
           "execute function note_row_change(#{arguments})"
  end
  of_finder = %w[finder_name finder_contact report_key fingerprint]
  up do
    run <<~SQL
      alter table reports
        -- The day itself, the last day of a span (its first in caught_from, if known), or the day it was sent.
        add day_said text not null default 'day' check (day_said in ('day', 'span', 'unknown')),
        add caught_from date,
        add found_how text not null default 'caught'
          check (found_how in ('caught', 'dead', 'tag_alone', 'shop', 'in_fish')),
        add tag_left text check (tag_left in ('in_fish', 'cut_off', 'with_finder')),
        add finder_phone text check (length(finder_phone) <= 40),
        add units text not null default 'metric' check (units in ('metric', 'imperial')),
        add check (caught_from is null or (day_said = 'span' and caught_from <= caught_on)),
        drop constraint reports_fate_check,
        add constraint reports_fate_check check (fate in ('released', 'kept', 'dead', 'unknown'));
      alter table photos drop constraint photos_report_id_key;
      create index photos_of_report on photos (report_id) where report_id is not null;
      -- Finders who left a telephone: whom to ring, and what to say.
      create table calls (
        id bigint generated always as identity primary key,
        report_id uuid not null references reports,
        kind text not null check (kind in ('thanks_to_finder', 'question_to_finder')),
        phone text not null, words text not null check (length(words) <= 4000),
        made_at timestamptz not null default now(),
        called_at timestamptz, called_by uuid references members,
        dropped_at timestamptz
      );
      create index calls_open on calls (made_at) where called_at is null and dropped_at is null;
      -- Until then a letter can be called back.
      alter table letters add leaves_at timestamptz;
      -- A finder cut the tag off, or kept it.
      alter table taggings add ended_report_id uuid references reports;
      create index on taggings (ended_report_id) where ended_report_id is not null;
      create index taggings_ended on taggings (tag_number text_pattern_ops)
        where ended_encounter_id is not null or ended_report_id is not null;
      create index tags_lost_number on tags (number text_pattern_ops) where state in ('lost', 'spoiled');
      drop trigger noted on reports;
    SQL
    note.call(self, "reports", *of_finder, "finder_phone")
    note.call(self, "calls", "phone", "words")
  end
  down do
    run "drop trigger noted on reports"
    note.call(self, "reports", *of_finder)
    run <<~SQL
      drop index tags_lost_number;
      drop index taggings_ended;
      alter table taggings drop ended_report_id;
      alter table letters drop leaves_at;
      drop table calls;
      drop index photos_of_report;
      alter table photos add constraint photos_report_id_key unique (report_id);
      alter table reports drop day_said, drop caught_from, drop found_how, drop tag_left, drop finder_phone, drop units,
        drop constraint reports_fate_check, add constraint reports_fate_check check (fate in ('released', 'kept'));
    SQL
  end
end
