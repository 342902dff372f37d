-- Up Migration
alter type mounting add value 'smd';
-- how a part lies on its board
alter type observation_kind add value 'laid';

-- Parts come from suppliers' files, or are written down by hand; what a file no longer has is withdrawn, never deleted.
create table supplier (
  id integer generated always as identity primary key,
  name text not null unique check (btrim(name) <> '' and length(name) <= 60),
  -- where stock and price are asked; null: nowhere
  address text check (length(address) <= 200),
  by_hand boolean not null default false
);
insert into supplier (name) values ('First catalogue');
insert into supplier (name, by_hand) values ('Written down by hand', true);

alter table part
  add column supplier_id integer not null default 1 references supplier,
  add column ac_v double precision check (ac_v > 0 and ac_v <= 20000),
  add column pulse_v_us double precision check (pulse_v_us > 0),
  add column withdrawn_at timestamptz,
  add column asked_at timestamptz,
  alter column price_cents drop not null,
  alter column stock drop not null,
  drop constraint part_code_key,
  drop constraint part_check2,
  add constraint pitch_of_mounting check (mounting::text not in ('axial', 'smd') or pitch_mm is null),
  add constraint code_of_supplier unique (supplier_id, code);
alter table part alter column supplier_id drop default;
-- the search looks at what can still be had
drop index part_up_from, part_down_from;
create index part_up_from on part (series, nominal_f, rated_v, price_cents, id) where withdrawn_at is null;
create index part_down_from on part (series, nominal_f desc, rated_v, price_cents, id) where withdrawn_at is null;

-- What a part cost and how many there were, as it was said; the latest stands in the part itself.
create table part_offer (
  id bigint generated always as identity primary key,
  part_id integer not null references part,
  price_cents integer,
  stock integer,
  from_supplier boolean not null,
  at timestamptz not null default clock_timestamp()
);
create index part_offer_by_part on part_offer (part_id, at);

-- How a file with these headings was read last.
create table file_mapping (
  id bigint generated always as identity primary key,
  headings text not null check (length(headings) <= 4000),
  supplier_id integer not null references supplier,
  mapping jsonb not null check (jsonb_typeof(mapping) = 'object'),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);
create index file_mapping_by_headings on file_mapping (md5(headings), id);

-- A file on its way: its rows come in pieces, and all of them are taken at once or none.
create table catalogue_import (
  id integer generated always as identity primary key,
  supplier_id integer not null references supplier,
  file_name text not null check (file_name <> '' and length(file_name) <= 200),
  -- update: what is in the file; whole: and what is not in it is withdrawn; withdraw: the codes in it are
  means text not null check (means in ('update', 'whole', 'withdraw')),
  rows_said integer not null check (rows_said between 1 and 2000000),
  begun_at timestamptz not null default clock_timestamp(),
  ended_at timestamptz,
  -- null while on its way, and where it was given up
  outcome jsonb,
  by text not null check (by <> '')
);
create table import_piece (
  import_id integer not null references catalogue_import,
  place integer not null check (place between 0 and 10000),
  rows jsonb not null check (jsonb_typeof(rows) = 'array'),
  primary key (import_id, place)
);

-- What lies in the shop's own drawers, what is on its way, and what was taken: a ledger.
create table stock_move (
  id bigint generated always as identity primary key,
  part_id integer not null references part,
  kind text not null check (kind in ('ordered', 'delivered', 'counted', 'taken')),
  count integer not null check (count between -100000 and 100000),
  lot text check (length(lot) <= 40),
  note text not null default '' check (length(note) <= 200),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);
create index stock_move_by_part on stock_move (part_id, at);

-- Several parts in place of one.
alter table choice add column arrangement text check (arrangement in ('parallel', 'series', 'backToBack'));
create table choice_part (
  choice_id bigint not null references choice,
  place integer not null check (place between 0 and 5),
  part_id integer not null references part,
  primary key (choice_id, place)
);

-- where a set was put in, its name and its parts
alter table fitting add column set_code text check (length(set_code) <= 200), add column set_parts integer[];

-- A figure of the trade that this shop sets otherwise; the latest counts, null goes back.
create table figure_change (
  id bigint generated always as identity primary key,
  figure text not null check (figure ~ '^[A-Za-z]+(\.[A-Za-z0-9]+){1,2}$' and length(figure) <= 80),
  value double precision,
  note text not null default '' check (length(note) <= 200),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);

alter table meter
  -- where its display ends
  add column end_ohms double precision check (end_ohms > 0 and end_ohms <= 1e9),
  -- what its leads read held together; taken off nothing, shown beside
  add column lead_ohms double precision check (lead_ohms >= 0 and lead_ohms <= 10),
  add column checked_on date,
  add column retired_at timestamptz;
alter table drawer_resistor add column retired_at timestamptz;
alter table shop
  add column value_policy value_policy not null default 'same',
  add column tantalum_school tantalum_school not null default 'sameKind',
  add column scope_school scope_school not null default 'provenBad',
  add column sides_school sides_school not null default 'everyChannel',
  add column first_power_school first_power_school not null default 'suppliesFirst';

create trigger append_only before update or delete on part_offer for each row execute function refuse_change();
create trigger append_only before update or delete on file_mapping for each row execute function refuse_change();
create trigger append_only before update or delete on stock_move for each row execute function refuse_change();
create trigger append_only before update or delete on choice_part for each row execute function refuse_change();
create trigger append_only before update or delete on figure_change for each row execute function refuse_change();
create trigger no_truncate before truncate on supplier for each statement execute function refuse_change();
create trigger no_truncate before truncate on file_mapping for each statement execute function refuse_change();
create trigger no_truncate before truncate on catalogue_import for each statement execute function refuse_change();
create trigger no_truncate before truncate on import_piece for each statement execute function refuse_change();
create trigger no_truncate before truncate on part_offer for each statement execute function refuse_change();
create trigger no_truncate before truncate on stock_move for each statement execute function refuse_change();
create trigger no_truncate before truncate on choice_part for each statement execute function refuse_change();
create trigger no_truncate before truncate on figure_change for each statement execute function refuse_change();

-- Down Migration
do $$ begin raise exception 'there is no way back to before suppliers: restore a dump'; end $$;
