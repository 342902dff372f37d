-- Up Migration
-- What a bench sees, reads and tries beside the readings of capacitors: one row a fact, about one thing. What a kind may hold is said
-- once, by the shapes of the application; here stands that it is one of them and about something.
create type observation_kind as enum ('named', 'figure', 'state', 'look', 'stamp', 'tried', 'coldStart', 'coldStarts', 'expected', 'remark',
  'settled', 'outcome', 'putBack', 'fault', 'faultState', 'belongs', 'spent', 'sideJob', 'claim', 'owner');
create type subject_kind as enum ('part', 'point', 'place', 'unit');
create table observation (
  id bigint generated always as identity primary key,
  job_id integer not null,
  line_id bigint not null,
  kind observation_kind not null,
  subject_kind subject_kind not null,
  subject text check (subject <> '' and length(subject) <= 60),
  detail jsonb not null check (jsonb_typeof(detail) = 'object' and pg_column_size(detail) < 16384),
  while_locked boolean not null,
  taken_at timestamptz not null,
  by text not null check (by <> ''),
  check ((subject_kind = 'unit') = (subject is null)),
  foreign key (job_id, line_id) references readout_line (job_id, id)
);
create index observation_by_job on observation (job_id);
create index observation_by_line on observation (line_id);
create trigger append_only before update or delete on observation for each row execute function refuse_change();
create trigger no_truncate before truncate on observation for each statement execute function refuse_change();

-- The state volts were read in, as far as it was said: off, standby, loaded, cold …
alter table point_reading add column under jsonb not null default '{}' check (jsonb_typeof(under) = 'object' and pg_column_size(under) < 1024);

-- Photographs, made small and without what a camera writes into them; the same picture is kept once a job.
create table photo (
  id integer generated always as identity primary key,
  job_id integer not null references job,
  about text check (about <> '' and length(about) <= 60),
  moment text not null check (moment in ('before', 'after')),
  sha256 text not null check (length(sha256) = 64),
  width integer not null check (width between 1 and 4000),
  height integer not null check (height between 1 and 4000),
  image bytea not null check (length(image) <= 3000000),
  taken_at timestamptz not null default clock_timestamp(),
  by text not null check (by <> ''),
  struck_at timestamptz,
  unique (job_id, sha256)
);
create trigger no_truncate before truncate on photo for each statement execute function refuse_change();

-- Down Migration
do $$ begin raise exception 'there is no way back to before observations: restore a dump'; end $$;
