# frozen_string_literal: true

# A programme's own list: the species that are caught there, with the names that people there use.
# And the law on gear in each water, as it was entered last; what it said before stands in the
# change history.
Sequel.migration do
  up do
    run <<~SQL
      alter table species
        add is_local boolean not null default true,
        add nicknames text[] not null default '{}';
      create table gear_laws (
        water_code text primary key references waters,
        barbless boolean not null default false, no_treble boolean not null default false,
        barred_bait text[] not null default '{}' check (barred_bait <@ array['natural', 'lure', 'fly']),
        hoop_least_mm integer check (hoop_least_mm between 100 and 3000),
        hoop_most_mm integer check (hoop_most_mm between 100 and 3000),
        note text check (length(note) <= 500), authority text not null check (length(authority) between 1 and 200),
        checked_on date not null, link text check (length(link) <= 500),
        entered_by uuid not null references members, entered_at timestamptz not null default now(),
        check (hoop_least_mm is null or hoop_most_mm is null or hoop_least_mm <= hoop_most_mm)
      );
      create index on gear_laws (entered_by);
      create trigger noted after insert or update or delete on gear_laws for each row
        when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
        execute function note_row_change('water_code');
    SQL
  end

  down { run "drop table gear_laws; alter table species drop is_local, drop nicknames" }
end
