-- Up Migration
-- Power that was asked for against an interlock; a power-on that was struck out; a job that was closed in between.
alter type safety_kind add value 'powerAttempt';
alter type safety_kind add value 'powerUndone';
alter type safety_kind add value 'reopened';

-- a unit that goes straight onto the mains may say why
alter table safety_event
  drop constraint safety_why,
  add constraint safety_why check ((kind::text in ('override', 'released')) <= (reason is not null)
    and (reason is null or kind::text in ('override', 'released', 'powerOn')));

-- A shop may count a part as discharged earlier, never later than everyone does.
update shop set touch_limit_v = least(touch_limit_v, 5);
alter table shop add constraint touch_limit_not_looser check (touch_limit_v <= 5);

-- A piece of a recording that came and was never put into one may go; what is part of a recording stays for good.
alter table sound_piece add column came_at timestamptz not null default clock_timestamp();
create function refuse_change_of_used_piece() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' and not exists (select 1 from recording where old.sha256 = any (pieces)) then return old; end if;
  raise exception 'sound_piece is append-only' using errcode = 'restrict_violation';
end $$;
drop trigger append_only on sound_piece;
create trigger append_only before update or delete on sound_piece for each row execute function refuse_change_of_used_piece();

-- Down Migration
do $$ begin raise exception 'there is no way back to before interlocks held the power: restore a dump'; end $$;
