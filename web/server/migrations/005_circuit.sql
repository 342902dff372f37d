-- Up Migration
create type scenario as enum (
  'supply', 'regulatedRail', 'seriesPair', 'coupling', 'crossover', 'classD', 'decouplingChain', 'servoLoop', 'switchMode', 'delay');

-- How a circuit of the unit has been set up and what it was found to explain; the latest of a scenario counts, the earlier stay.
create table circuit_note (
  id bigint generated always as identity primary key,
  job_id integer not null references job,
  scenario scenario not null,
  -- values set by hand, by name; what is not here is usual
  settings jsonb not null check (jsonb_typeof(settings) = 'object'),
  -- slot to designator, set by hand
  binding jsonb not null check (jsonb_typeof(binding) = 'object'),
  -- how much worse than healthy it was found to be, in the symptom's unit
  complaint double precision check (complaint between -200 and 2000),
  -- what was kept for the report; null where only the set-up was changed
  answer jsonb check (jsonb_typeof(answer) = 'object'),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);
create index circuit_note_by_job on circuit_note (job_id, scenario, id);
create trigger append_only before update or delete on circuit_note for each row execute function refuse_change();
create trigger no_truncate before truncate on circuit_note for each statement execute function refuse_change();

-- Down Migration
drop table circuit_note;
drop type scenario;
