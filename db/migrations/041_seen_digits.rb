# frozen_string_literal: true

# How likely each digit of a tag's number is by its picture, as Core::Tags::SeenDigits has it: it
# counts where a report is held against fish.
Sequel.migration do
  up { run "alter table photos add seen_digits jsonb" }
  down { run "alter table photos drop seen_digits" }
end
