-- Up Migration
-- What the complaint does after what was done.
alter type observation_kind add value 'complaintNow';

-- What a shop knows better than the table the tracing starts from: figures it changed, and the causes its closed jobs have shown.
create table table_change (
  id bigint generated always as identity primary key,
  cell text not null check (cell ~ '^(fault|test)(\.[A-Za-z]+){2,3}$' and length(cell) <= 80),
  value double precision check (value >= 0 and value <= 480),
  note text not null default '' check (length(note) <= 200),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);
create table shown_cause (
  id bigint generated always as identity primary key,
  job_id integer not null references job,
  fault text not null check (fault ~ '^[A-Za-z]{1,40}$'),
  unit_kind unit_kind not null,
  at timestamptz not null default clock_timestamp()
);
create index shown_cause_job on shown_cause (job_id);
create table learning_begun (
  id bigint generated always as identity primary key,
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);
create trigger append_only before update or delete on table_change for each row execute function refuse_change();
create trigger append_only before update or delete on shown_cause for each row execute function refuse_change();
create trigger append_only before update or delete on learning_begun for each row execute function refuse_change();
create trigger no_truncate before truncate on table_change for each statement execute function refuse_change();
create trigger no_truncate before truncate on shown_cause for each statement execute function refuse_change();
create trigger no_truncate before truncate on learning_begun for each statement execute function refuse_change();

-- Down Migration
do $$ begin raise exception 'there is no way back to before the shop learned: restore a dump'; end $$;
