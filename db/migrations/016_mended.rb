# frozen_string_literal: true

# Records that were held back and are mended at the desk: by whom, and why.
Sequel.migration do
  up do
    run <<~SQL
      alter table held_encounters
        add mended_by uuid references members,
        add mended_why text check (length(mended_why) between 3 and 500),
        add check ((mended_by is null) = (mended_why is null));
    SQL
  end
  down { run "alter table held_encounters drop mended_by, drop mended_why" }
end
