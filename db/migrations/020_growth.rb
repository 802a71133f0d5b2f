# frozen_string_literal: true

# The programme's own growth curves: each version is kept, and a match says by which it was weighed.
Sequel.migration do
  up do
    run <<~SQL
      create table growth_curves (
        version integer generated always as identity primary key,
        species_code text not null references species,
        linf_mm double precision not null check (linf_mm > 0),
        k_per_year double precision not null check (k_per_year > 0),
        fish integer not null check (fish > 0),
        made_at timestamptz not null default now()
      );
      create index on growth_curves (species_code, version desc);
      create trigger growth_curves_append_only before update or delete on growth_curves
        for each row execute function append_only();
      alter table matches add growth_version integer references growth_curves;
      alter table decisions add growth_version integer references growth_curves;
    SQL
  end
  down do
    run "alter table decisions drop growth_version"
    run "alter table matches drop growth_version"
    run "drop table growth_curves"
  end
end
