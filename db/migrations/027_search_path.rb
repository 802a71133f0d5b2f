# frozen_string_literal: true

# A function that names no search path looks into the caller's temporary tables first: a temporary
# row_changes swallowed the notes, and a trigger on one ran with the owner's rights.
Sequel.migration do
  # Those that no extension brought.
  ours = <<~SQL
    select p.oid::regprocedure::text as signature from pg_proc p
      where p.pronamespace = 'public'::regnamespace and p.prokind = 'f'
        and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')
  SQL

  up do
    fetch(ours).select_map(:signature).each do |signature|
      run "alter function #{signature} set search_path = pg_catalog, public, pg_temp"
    end
  end

  down do
    fetch(ours).select_map(:signature).each do |signature|
      run "alter function #{signature} reset search_path"
    end
  end
end
