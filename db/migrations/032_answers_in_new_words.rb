# frozen_string_literal: true

# Kept answers of Water hold their sentences. These were rewritten, so the answers are calculated
# again; nothing that a person entered is in them.
Sequel.migration do
  up { from(:water_answers).delete }
  down { nil }
end
