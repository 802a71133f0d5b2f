# frozen_string_literal: true

# The number of a tag and the places of board and fish as they were seen in a picture.
# Offered, never taken unasked.
Sequel.migration do
  up do
    run <<~SQL
      alter table photos
        -- As Core::Tags::SeenNumber offers it, with ? for what is not read, and how often such an offer is right.
        add seen_number text check (length(seen_number) <= 40),
        add seen_share double precision check (seen_share between 0 and 1),
        -- Marks for the bench, as a person would place them; see Core::Photo::BoardView.
        add proposed_marks jsonb;
    SQL
  end

  down { run "alter table photos drop seen_number, drop seen_share, drop proposed_marks" }
end
