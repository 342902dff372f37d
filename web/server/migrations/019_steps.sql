-- Up Migration
-- Steps of the work go by the names of their stations. Only the code is written anew: time, minutes and line stay as they were kept.
alter table observation disable trigger append_only;
update observation set detail = jsonb_set(detail, '{step}', to_jsonb(case detail->>'step'
    when 'takeIn' then 'checkIn' when 'look' then 'inspect' when 'trace' then 'diagnose' when 'bringUp' then 'powerUp'
    when 'set' then 'adjust' when 'prove' then 'finalTest' when 'handBack' then 'return' else detail->>'step' end))
  where kind in ('planned', 'spent') and detail->>'step' is not null;
alter table observation enable trigger append_only;

-- Down Migration
alter table observation disable trigger append_only;
update observation set detail = jsonb_set(detail, '{step}', to_jsonb(case detail->>'step'
    when 'checkIn' then 'takeIn' when 'inspect' then 'look' when 'diagnose' then 'trace' when 'powerUp' then 'bringUp'
    when 'adjust' then 'set' when 'finalTest' then 'prove' when 'return' then 'handBack' else detail->>'step' end))
  where kind in ('planned', 'spent') and detail->>'step' is not null;
alter table observation enable trigger append_only;
