# frozen_string_literal: true

# How long a trip fished, and with how many rods: a day without a fish is a catch of none.
Sequel.migration do
  up do
    run <<~SQL
      alter table trips
        add fished_hours numeric(4, 1) check (fished_hours > 0 and fished_hours <= 24),
        add rods smallint check (rods between 1 and 20),
        add constraint effort_is_whole check ((fished_hours is null) = (rods is null));
    SQL
  end
  down { run "alter table trips drop fished_hours, drop rods" }
end
