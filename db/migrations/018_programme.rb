# frozen_string_literal: true

# Where the programme is, by the clock: its days begin and end there, not where the server stands.
Sequel.migration do
  up do
    run "alter table programme add time_zone text not null default 'UTC'"
  end
  down { run "alter table programme drop time_zone" }
end
