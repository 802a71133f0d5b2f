# frozen_string_literal: true

# The mentor who goes with a new member first.
Sequel.migration do
  up do
    run <<~SQL
      alter table members
        add mentor_id uuid references members check (mentor_id <> id);
      create index on members (mentor_id) where mentor_id is not null;
    SQL
  end

  down { run "alter table members drop mentor_id" }
end
