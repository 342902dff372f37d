-- Up Migration
-- The nearest parts of a series to either side of a value, without reading the rest of it.
create index part_up_from on part (series, nominal_f, rated_v, price_cents, id);
create index part_down_from on part (series, nominal_f desc, rated_v, price_cents, id);

-- What was found in the catalogue is found again until the catalogue changes: the shop's revision counts that too.
create function count_shop() returns trigger language plpgsql security definer set search_path = pg_catalog, public as $$
begin
  update shop set revision = revision + 1;
  return null;
end $$;
create trigger count_shop after insert or update or delete on part for each statement execute function count_shop();

-- Down Migration
do $$ begin raise exception 'there is no way back to before the shop grew: restore a dump'; end $$;
