# frozen_string_literal: true

# The map of who may not know exact places counts whole 5 km cells; each of the smallest cells says
# which of them its catches lie in. They are counted anew by the next look at the map.
# Kept answers about movement told the kilometres of single fish.
Sequel.migration do
  empty = "delete from water_cells; delete from water_answers where topic in ('map', 'movement');"

  up do
    run <<~SQL
      #{empty}
      alter table water_cells drop constraint water_cells_pkey,
        add coarse_row integer not null, add coarse_column integer not null,
        add primary key (row_number, column_number, species_code, month, coarse_row, coarse_column);
    SQL
  end

  down do
    run <<~SQL
      #{empty}
      alter table water_cells drop constraint water_cells_pkey,
        drop coarse_row, drop coarse_column,
        add primary key (row_number, column_number, species_code, month);
    SQL
  end
end
