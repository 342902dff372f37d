-- Up Migration
-- What nearly every bench has, so that a new shop can discharge and measure from its first job on.
insert into meter (id, name, word, shows, esr_at_hz, capacitance_at_hz) values
  ('esr', 'ESR meter', 'esrmeter', 'esr', 100000, 120),
  ('bridge', 'Capacitance bridge', 'bridge', 'capacitance', 120, 120),
  ('multi', 'Multimeter', 'multi', 'ohmmeter', 100000, null)
  -- a shop that made its own by hand before keeps them
  on conflict do nothing;
-- wirewound, element limits as usually stated for these sizes (common practice): check the data of your own
insert into drawer_resistor (ohms, rated_w, limit_v) values
  (100, 5, 500), (150, 5, 500), (330, 10, 500), (1000, 10, 750), (2200, 5, 500), (4700, 5, 500), (10000, 5, 750), (22000, 5, 750)
  on conflict do nothing;

-- Down Migration
delete from meter where id in ('esr', 'bridge', 'multi');
delete from drawer_resistor;
