-- Everything of ours in this database becomes the owner's, but not what an extension brought.
do $$
declare one record;
begin
  for one in
    select format('alter %s %s owner to voucher', case c.relkind when 'v' then 'view' when 'm' then 'materialized view'
        when 'S' then 'sequence' else 'table' end, c.oid::regclass) as command
      from pg_class c
      where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p', 'v', 'm', 'S')
        and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('e', 'a', 'i'))
    union all
    select format('alter routine %s owner to voucher', p.oid::regprocedure) from pg_proc p
      where p.pronamespace = 'public'::regnamespace
        and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')
    union all
    select format('alter type %s owner to voucher', t.oid::regtype) from pg_type t
      where t.typnamespace = 'public'::regnamespace and t.typtype in ('e', 'd')
        and not exists (select from pg_depend d where d.objid = t.oid and d.deptype = 'e')
  loop
    execute one.command;
  end loop;
end $$;
