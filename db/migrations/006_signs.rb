# frozen_string_literal: true

# What was seen on the fish in hand.
Sequel.migration do
  up do
    run <<~SQL
      alter table encounters
        add bleeding text check (bleeding in ('none', 'light', 'heavy')),
        add pressure_signs text[] not null default '{}' check (pressure_signs <@ array['stomach_out', 'gut_out', 'eyes_bulging', 'swollen']),
        -- { reflex: "present" | "absent" }; what was not tried is left out.
        add reflexes jsonb not null default '{}';
    SQL
  end
  down { run "alter table encounters drop bleeding, drop pressure_signs, drop reflexes" }
end
