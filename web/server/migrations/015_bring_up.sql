-- Up Migration
alter type observation_kind add value 'means';
alter type observation_kind add value 'stage';
alter type observation_kind add value 'mains';
alter type observation_kind add value 'lamp';
alter type observation_kind add value 'timer';
alter type observation_kind add value 'idleWindow';
alter type observation_kind add value 'idleWatts';
alter type observation_kind add value 'idle';
alter type observation_kind add value 'valveIdle';
alter type observation_kind add value 'valveMost';
alter type observation_kind add value 'rated';
alter type observation_kind add value 'proof';
alter type observation_kind add value 'refitStep';
alter type observation_kind add value 'simulated';

-- What a place makes a part bear beside volts, where somebody knows.
alter table position
  add column esr_least_ohms double precision check (esr_least_ohms >= 0 and esr_least_ohms <= 1e6),
  add column esr_most_ohms double precision check (esr_most_ohms > 0 and esr_most_ohms <= 1e6),
  add column pulse_v_us double precision check (pulse_v_us > 0 and pulse_v_us <= 1e6),
  add column audio_v double precision check (audio_v > 0 and audio_v <= 1000),
  add constraint esr_window_in_order check (esr_least_ohms <= esr_most_ohms);

-- what lies near a value is counted, and sorted by kind, from the index alone
drop index part_by_value;
create index part_by_value on part (nominal_f, rated_v, technology) where withdrawn_at is null;
