-- Up Migration
-- Everything a line brings about carries the line; a position has one part after another; pictures are ordered by a revision.
alter table job add column revision bigint not null default 1;
alter table shop
  add column revision bigint not null default 1,
  -- schools of judging: a bulge condemns by itself, or the reading decides; an ohmmeter must climb, or may settle within the form
  add column bulge_decides boolean not null default true,
  add column must_climb boolean not null default false;

-- Checks are named and written anew where an enumeration grows.
create function drop_checks(of_table regclass) returns void language plpgsql as $$
declare c record;
begin
  for c in select conname from pg_constraint where conrelid = of_table and contype = 'c' loop
    execute format('alter table %s drop constraint %I', of_table, c.conname);
  end loop;
end $$;

select drop_checks('reading');
alter type reading_kind rename to reading_kind_before;
create type reading_kind as enum ('esr', 'capacitance', 'dissipation', 'ohmmeter', 'leakage', 'visual', 'condition', 'word');
alter table reading alter column kind type reading_kind using kind::text::reading_kind;
drop type reading_kind_before;
create type said_word as enum ('fine', 'bad', 'driedOut', 'leaky', 'noLeak', 'notShorted', 'noContinuity', 'hot', 'dryJoint');
create type reading_bound as enum ('below', 'above', 'about');
alter table reading
  add column word said_word,
  -- a display that says "<0.1", ">99", or "about"
  add column bound reading_bound,
  -- taken while charge was not shown to be gone
  add column while_locked boolean not null default false,
  add constraint reading_value check (value >= 0 and value <= 1e12),
  add constraint reading_frequency check (at_hz between 10 and 1e7),
  add constraint reading_significant check (significant between 1 and 12),
  add constraint reading_figure check (case kind
    when 'esr' then (value is null) = over_range and at_hz is not null and coalesce(value, 0) <= 1e6
    when 'capacitance' then value > 0 and value <= 10 and not over_range
    when 'dissipation' then value <= 100 and at_hz is not null and not over_range
    when 'ohmmeter' then (value is null) = over_range and trend is not null
    when 'leakage' then value <= 10 and not over_range
    else value is null and not over_range end),
  add constraint reading_sign check ((kind = 'visual') = (sign is not null)),
  add constraint reading_condition check ((kind = 'condition') = (condition is not null)),
  add constraint reading_word check ((kind = 'word') = (word is not null)),
  add constraint reading_trend check (kind = 'ohmmeter' or trend is null),
  add constraint reading_at check (kind in ('esr', 'capacitance', 'dissipation') or at_hz is null),
  add constraint reading_bounded check (bound is null or (kind in ('esr', 'capacitance', 'ohmmeter') and value is not null));

create type volts_form as enum ('dc', 'rms', 'peakToPeak');
alter table point_reading disable trigger append_only;
alter table point_reading add column form volts_form;
update point_reading set form = case when alternating then 'rms' else 'dc' end::volts_form;
alter table point_reading alter column form set not null;
alter table point_reading drop column alternating;
alter table point_reading enable trigger append_only;

alter table position
  drop constraint position_channel_check,
  add constraint position_channel_check check (channel ~ '^[A-Za-z0-9]{1,12}$'),
  add column line_id bigint,
  add foreign key (job_id, line_id) references readout_line (job_id, id);
create index position_by_job on position (job_id);

-- What lies across a part, as it was said; the latest that was not undone counts.
create table across_note (
  id bigint generated always as identity primary key,
  job_id integer not null,
  position_id integer not null,
  line_id bigint,
  -- null: not known after all; empty: nothing
  designators text[],
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> ''),
  foreign key (job_id, position_id) references position (job_id, id),
  foreign key (job_id, line_id) references readout_line (job_id, id)
);
create index across_note_by_job on across_note (job_id);
insert into across_note (job_id, position_id, designators, by)
  select job_id, id, parallel_with, 'carried over' from position where parallel_with is not null order by id;
alter table position drop column parallel_with;

-- A part that was fitted at a position: readings after its line are its own.
create table fitting (
  id bigint generated always as identity primary key,
  job_id integer not null,
  position_id integer not null,
  line_id bigint not null,
  -- the catalogue part, where it was chosen from there
  part_id integer references part,
  technology technology not null,
  nominal_f double precision not null check (nominal_f >= 1e-13 and nominal_f <= 10),
  rated_v double precision not null check (rated_v >= 1 and rated_v <= 20000),
  tolerance_minus double precision not null check (tolerance_minus between 0 and 1),
  tolerance_plus double precision not null check (tolerance_plus between 0 and 2),
  lot text check (btrim(lot) <> '' and length(lot) <= 40),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> ''),
  foreign key (job_id, position_id) references position (job_id, id),
  foreign key (job_id, line_id) references readout_line (job_id, id)
);
create index fitting_by_job on fitting (job_id);

-- Notes know their line and their part.
alter table job_event disable trigger append_only;
alter table job_event
  add column line_id bigint,
  add column position_id integer;
update job_event set line_id = (detail ->> 'lineId')::bigint, detail = detail - 'lineId' where detail ? 'lineId';
alter table job_event enable trigger append_only;
alter table job_event
  add foreign key (job_id, line_id) references readout_line (job_id, id),
  add foreign key (job_id, position_id) references position (job_id, id);

-- An undo has a key of its own: sent twice it takes back once.
alter table line_withdrawal add column client_key uuid unique;
create index readout_line_by_job on readout_line (job_id, id);
create index safety_event_by_job on safety_event (job_id);
create index point_reading_by_job on point_reading (job_id);
create index choice_by_job on choice (job_id);
create index circuit_note_of_job on circuit_note (job_id);

-- New parts on the shelf: by which line, of which series and grade; one that misleads is struck.
alter table shelf_reading
  add column line_id bigint references readout_line,
  add column series text check (btrim(series) <> '' and length(series) <= 40),
  add column grade text check (grade in ('general', 'lowEsr', 'longLife', 'lowLeakage', 'audio'));
create table shelf_strike (
  shelf_id bigint primary key references shelf_reading,
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);

-- The shop's own ESR norms, beside those everyone starts with; of any norm the latest mark says whether it is struck.
create table shop_norm (
  id bigint generated always as identity primary key,
  nominal_from_f double precision not null check (nominal_from_f >= 1e-13 and nominal_from_f <= 10),
  nominal_to_f double precision not null check (nominal_to_f >= nominal_from_f and nominal_to_f <= 10),
  rated_v double precision check (rated_v >= 1 and rated_v <= 20000),
  typical_ohms double precision not null check (typical_ohms > 0),
  worn_over_ohms double precision not null check (worn_over_ohms >= typical_ohms),
  failed_over_ohms double precision not null check (failed_over_ohms > worn_over_ohms and failed_over_ohms <= 1e6),
  note text not null default '' check (length(note) <= 200),
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);
create table norm_mark (
  id bigint generated always as identity primary key,
  norm text not null check (length(norm) between 1 and 40),
  struck boolean not null,
  at timestamptz not null default clock_timestamp(),
  by text not null check (by <> '')
);

create trigger append_only before update or delete on across_note for each row execute function refuse_change();
create trigger append_only before update or delete on fitting for each row execute function refuse_change();
create trigger append_only before update or delete on shelf_strike for each row execute function refuse_change();
create trigger append_only before update or delete on shop_norm for each row execute function refuse_change();
create trigger append_only before update or delete on norm_mark for each row execute function refuse_change();
create trigger no_truncate before truncate on across_note for each statement execute function refuse_change();
create trigger no_truncate before truncate on fitting for each statement execute function refuse_change();
create trigger no_truncate before truncate on line_withdrawal for each statement execute function refuse_change();
create trigger no_truncate before truncate on shelf_reading for each statement execute function refuse_change();
create trigger no_truncate before truncate on shelf_strike for each statement execute function refuse_change();
create trigger no_truncate before truncate on shop_norm for each statement execute function refuse_change();
create trigger no_truncate before truncate on norm_mark for each statement execute function refuse_change();
drop function drop_checks(regclass);

-- Down Migration
do $$ begin raise exception 'there is no way back to before the fold: restore a dump'; end $$;
