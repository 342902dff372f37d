-- Up Migration
create type reading_kind as enum ('esr', 'capacitance', 'dissipation', 'ohmmeter', 'leakage', 'visual', 'condition');
create type visual_sign as enum ('bulged', 'leaking', 'crust', 'cracked', 'scorched', 'discoloured', 'corrodedLead', 'looksClean');
create type ohmmeter_trend as enum ('climbing', 'falling', 'settled', 'unsaid');
create type part_condition as enum ('open', 'shorted', 'intermittent');
create type safety_kind as enum ('residual', 'powerOn', 'powerOff', 'override');
create type decision as enum ('replace', 'temporary', 'leave', 'withdrawn');

-- Every line that was acknowledged, as typed. The key comes from the browser, so a line sent twice is kept once.
create table readout_line (
  id bigint generated always as identity primary key,
  job_id integer not null references job,
  client_key uuid not null unique,
  typed text not null check (btrim(typed) <> '' and length(typed) <= 400),
  entered_at timestamptz not null default clock_timestamp(),
  entered_by text not null check (entered_by <> ''),
  unique (job_id, id)
);

create table reading (
  id bigint generated always as identity primary key,
  job_id integer not null,
  line_id bigint not null,
  position_id integer not null,
  kind reading_kind not null,
  in_circuit boolean not null,
  meter_id text references meter,
  -- SI base units of the kind: ohms, farads, amperes, or the plain number of a dissipation; null where over-range or without figure
  value double precision check (value >= 0 and value <= 1e12),
  over_range boolean not null default false,
  -- null with a capacitance: charged with DC
  at_hz double precision check (at_hz between 10 and 1e7),
  trend ohmmeter_trend,
  sign visual_sign,
  condition part_condition,
  significant smallint not null check (significant between 1 and 12),
  taken_at timestamptz not null default clock_timestamp(),
  foreign key (job_id, position_id) references position (job_id, id),
  foreign key (job_id, line_id) references readout_line (job_id, id),
  check (case kind
    when 'esr' then (value is null) = over_range and at_hz is not null and value is distinct from 'NaN'
    when 'capacitance' then value > 0 and value <= 10 and not over_range
    when 'dissipation' then value is not null and at_hz is not null and not over_range
    when 'ohmmeter' then (value is null) = over_range and trend is not null
    when 'leakage' then value is not null and not over_range
    else value is null and not over_range end),
  check ((kind = 'visual') = (sign is not null)),
  check ((kind = 'condition') = (condition is not null)),
  check (kind = 'ohmmeter' or trend is null),
  check (kind in ('esr', 'capacitance', 'dissipation') or at_hz is null)
);
create index reading_by_position on reading (position_id, taken_at);
create index reading_by_job on reading (job_id, taken_at);

-- Volts of rails, bias and ripple: on a named point or on a position.
create table point_reading (
  id bigint generated always as identity primary key,
  job_id integer not null,
  line_id bigint not null,
  position_id integer,
  point text check (btrim(point) <> '' and length(point) <= 60),
  volts double precision not null check (abs(volts) <= 20000),
  alternating boolean not null,
  significant smallint not null check (significant between 1 and 12),
  taken_at timestamptz not null default clock_timestamp(),
  foreign key (job_id, position_id) references position (job_id, id),
  foreign key (job_id, line_id) references readout_line (job_id, id),
  check ((position_id is null) <> (point is null))
);

create table safety_event (
  id bigint generated always as identity primary key,
  job_id integer not null references job,
  line_id bigint,
  kind safety_kind not null,
  position_id integer,
  volts double precision check (abs(volts) <= 20000),
  reason text check (length(btrim(reason)) between 8 and 1000),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> ''),
  foreign key (job_id, position_id) references position (job_id, id),
  foreign key (job_id, line_id) references readout_line (job_id, id),
  check ((kind = 'residual') = (position_id is not null and volts is not null)),
  check ((kind = 'override') = (reason is not null))
);

-- Undo takes a line out of judgement; the line and what it said stay on record.
create table line_withdrawal (
  line_id bigint primary key references readout_line,
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);

-- What was decided about a position; the latest counts, the earlier ones stay.
create table choice (
  id bigint generated always as identity primary key,
  job_id integer not null,
  position_id integer not null,
  -- the choice this one follows: two tabs cannot both follow the same one
  follows bigint unique references choice,
  decision decision not null,
  part_id integer references part,
  reason text check (btrim(reason) <> '' and length(reason) <= 1000),
  -- rules broken on purpose, as the core named them
  overridden jsonb not null default '[]' check (jsonb_typeof(overridden) = 'array'),
  verdict text not null,
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> ''),
  foreign key (job_id, position_id) references position (job_id, id),
  check ((decision in ('replace', 'temporary')) = (part_id is not null)),
  check (decision <> 'leave' or reason is not null),
  check (jsonb_array_length(overridden) = 0 or reason is not null)
);
create unique index choice_first on choice (position_id) where follows is null;

create table job_event (
  id bigint generated always as identity primary key,
  job_id integer not null references job,
  kind text not null check (kind in ('opened', 'edited', 'positionsAdded', 'positionEdited', 'positionRetired', 'note', 'waived', 'closed', 'reopened')),
  detail jsonb not null default '{}',
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);
create index job_event_by_job on job_event (job_id, at);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only', tg_table_name using errcode = 'restrict_violation';
end $$;

create trigger append_only before update or delete on readout_line for each row execute function refuse_change();
create trigger append_only before update or delete on reading for each row execute function refuse_change();
create trigger append_only before update or delete on point_reading for each row execute function refuse_change();
create trigger append_only before update or delete on safety_event for each row execute function refuse_change();
create trigger append_only before update or delete on line_withdrawal for each row execute function refuse_change();
create trigger append_only before update or delete on choice for each row execute function refuse_change();
create trigger append_only before update or delete on job_event for each row execute function refuse_change();
create trigger append_only before update or delete on shelf_reading for each row execute function refuse_change();
create trigger no_truncate before truncate on readout_line for each statement execute function refuse_change();
create trigger no_truncate before truncate on reading for each statement execute function refuse_change();
create trigger no_truncate before truncate on point_reading for each statement execute function refuse_change();
create trigger no_truncate before truncate on safety_event for each statement execute function refuse_change();
create trigger no_truncate before truncate on choice for each statement execute function refuse_change();
create trigger no_truncate before truncate on job_event for each statement execute function refuse_change();

-- Down Migration
drop table job_event, choice, line_withdrawal, safety_event, point_reading, reading, readout_line;
drop function refuse_change;
drop type decision, safety_kind, part_condition, ohmmeter_trend, visual_sign, reading_kind;
