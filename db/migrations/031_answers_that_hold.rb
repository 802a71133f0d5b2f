# frozen_string_literal: true

# The kind of tag and its applicator by series, the day on which the programme's season begins
# ("MM-DD", null: worked out from the catches), and growth that swings through the year.
Sequel.migration do
  up do
    run <<~SQL
      alter table tag_series add tag_type text check (tag_type in ('anchor', 'dart')),
        add applicator text check (applicator in ('needle', 'gun'));
      alter table programme
        add season_begins text check (season_begins ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9])$');
      alter table growth_curves add swing double precision check (swing between 0 and 1),
        add fastest double precision check (fastest between 0 and 1),
        add check ((swing is null) = (fastest is null));
    SQL
  end

  down do
    run <<~SQL
      alter table growth_curves drop swing, drop fastest;
      alter table programme drop season_begins;
      alter table tag_series drop tag_type, drop applicator;
    SQL
  end
end
