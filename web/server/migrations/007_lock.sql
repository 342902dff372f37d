-- Up Migration
-- A line has the time it was typed beside the time it was kept.
alter table readout_line add column typed_at timestamptz;

-- The lock knows who left the list of holders and why, and the highest volts of the unit. New words are compared as text: a word that
-- was added to an enumeration cannot be used before the end of its transaction.
alter type safety_kind add value 'released';
alter type safety_kind add value 'highest';
alter table safety_event add column typed_at timestamptz;
do $$
declare c record;
begin
  for c in
    select conrelid::regclass as of_table, conname from pg_constraint
    where contype = 'c' and (conrelid = 'safety_event'::regclass
      or (conrelid = 'job'::regclass and pg_get_constraintdef(oid) like '%closed_at%')
      or (conrelid = 'job_event'::regclass and pg_get_constraintdef(oid) like '%kind%'))
  loop
    execute format('alter table %s drop constraint %I', c.of_table, c.conname);
  end loop;
end $$;
alter table safety_event
  add constraint safety_volts check (abs(volts) <= 20000),
  add constraint safety_reason check (length(btrim(reason)) between 3 and 1000),
  add constraint safety_by check (by <> ''),
  add constraint safety_position check ((kind::text in ('residual', 'released')) = (position_id is not null)),
  add constraint safety_figure check ((kind::text in ('residual', 'highest')) = (volts is not null)),
  add constraint safety_why check ((kind::text in ('override', 'released')) = (reason is not null));

-- How a job ended is kept as what it says; a waiver names what it waives and ends with reopening.
alter type job_state add value 'locatedNotRepaired';
alter table job
  add column waived text[],
  add constraint job_closed check ((state::text in ('closed', 'clearedWithoutCause', 'locatedNotRepaired')) = (closed_at is not null));
update job set waiver = null where closed_at is null;
update job set waived = '{}' where waiver is not null;
alter table job add constraint job_waived check ((waiver is null) = (waived is null) and (waiver is null or closed_at is not null));
alter table job_event add constraint job_event_kind check (kind in ('opened', 'edited', 'positionsAdded', 'positionEdited',
  'positionRetired', 'note', 'waived', 'closed', 'reopened', 'parked', 'resumed'));

-- Where one channel has the fault: which.
alter table job add column faulty_channel text check (faulty_channel ~ '^[A-Za-z0-9]{1,12}$');
-- The start of a switch-mode supply is a circuit of its own.
alter type scenario add value 'startUp';

-- The volts that stand across a part in use, as they were said; the latest that was not undone counts.
create table working_note (
  id bigint generated always as identity primary key,
  job_id integer not null,
  position_id integer not null,
  line_id bigint,
  -- null: not known after all
  volts double precision check (abs(volts) <= 20000),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> ''),
  foreign key (job_id, position_id) references position (job_id, id),
  foreign key (job_id, line_id) references readout_line (job_id, id)
);
create index working_note_by_job on working_note (job_id);
create trigger append_only before update or delete on working_note for each row execute function refuse_change();

-- What was decided before a part was fitted and what after is told by the order of lines, not by clocks.
alter table choice disable trigger append_only;
alter table choice add column after_line bigint;
update choice c set after_line = coalesce((select max(id) from readout_line l where l.job_id = c.job_id and l.entered_at <= c.at), 0);
alter table choice alter column after_line set default 0, alter column after_line set not null;
alter table choice enable trigger append_only;

-- Nothing on record can be emptied at a stroke.
create trigger no_truncate before truncate on working_note for each statement execute function refuse_change();
create trigger no_truncate before truncate on job for each statement execute function refuse_change();
create trigger no_truncate before truncate on job_finding for each statement execute function refuse_change();
create trigger no_truncate before truncate on position for each statement execute function refuse_change();
create trigger no_truncate before truncate on shop for each statement execute function refuse_change();
create trigger no_truncate before truncate on meter for each statement execute function refuse_change();
create trigger no_truncate before truncate on drawer_resistor for each statement execute function refuse_change();
create trigger no_truncate before truncate on part for each statement execute function refuse_change();

-- What is looked up by line or by state of the job, for shops that have grown.
create index position_by_line on position (line_id) where line_id is not null;
create index reading_by_line on reading (line_id);
create index job_by_state on job ((closed_at is not null), number desc);
create index choice_by_position on choice (position_id, id desc);
drop index circuit_note_of_job;

-- Down Migration
do $$ begin raise exception 'there is no way back to before the lock: restore a dump'; end $$;
