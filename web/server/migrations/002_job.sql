-- Up Migration
create type unit_kind as enum (
  'stereoAmplifier', 'receiver', 'valveAmplifier', 'subwoofer', 'mixer', 'synthesizer', 'passiveLoudspeaker', 'poweredSpeaker',
  'mobileAmplifier', 'recordPlayer', 'intercom', 'other');
create type supply_kind as enum ('linear', 'switchMode', 'valveRectifier', 'battery', 'none');
create type job_state as enum ('open', 'closed', 'clearedWithoutCause', 'waitingForOwner');
create type finding as enum (
  'hum', 'buzz', 'pulsing', 'lowSwing', 'hiss', 'crackle', 'static', 'rattle', 'whistle', 'dull', 'weakBass', 'distorted',
  'comesAndGoes', 'noSound', 'noPower', 'lampsNoDisplay', 'relayClicking', 'shutsDown', 'fuseBlown', 'highStandbyCurrent', 'oneChannel',
  'allChannels', 'volumeChangesIt', 'volumeNoEffect', 'withNoInput', 'onlyCold', 'onlyWarm', 'afterKnock', 'otherCableHelps',
  'otherOutletHelps', 'longUnused', 'newerPartAmongOld', 'wrongFuse', 'earthPinRemoved', 'bulgedParts', 'wetUnderParts');
create type role as enum (
  'mainsX', 'mainsY', 'suppression', 'reservoir', 'smpsPrimary', 'smpsStart', 'smpsOutput', 'regulatorIn', 'regulatorOut', 'reference',
  'biasFilter', 'decoupler', 'digitalRail', 'coupling', 'bypass', 'tone', 'timing', 'feedback', 'classDFilter', 'crossover');
create type value_policy as enum ('same', 'nextUp');
create type tantalum_school as enum ('sameKind', 'aluminium', 'film');
create type scope_school as enum ('provenBad', 'provenBadAndKind', 'section', 'everyElectrolytic');
create type sides_school as enum ('everyChannel', 'faultySide');
create type first_power_school as enum ('suppliesFirst', 'lookUnderLimiter');

create table job (
  id integer generated always as identity primary key,
  number integer not null unique check (number > 0),
  version integer not null default 1,
  title text not null check (btrim(title) <> '' and length(title) <= 120),
  unit_kind unit_kind not null,
  supply_kind supply_kind not null,
  mains_hz integer check (mains_hz in (50, 60)),
  mains_v double precision check (mains_v between 1 and 500),
  age_years integer check (age_years between 0 and 150),
  channels integer not null default 2 check (channels between 1 and 64),
  complaint text not null default '' check (length(complaint) <= 4000),
  earlier_repairs text not null default '' check (length(earlier_repairs) <= 4000),
  value_policy value_policy not null default 'same',
  tantalum_school tantalum_school not null default 'sameKind',
  scope_school scope_school not null default 'provenBad',
  sides_school sides_school not null default 'everyChannel',
  first_power_school first_power_school not null default 'suppliesFirst',
  state job_state not null default 'open',
  waiver text check (btrim(waiver) <> ''),
  opened_at timestamptz not null default now(),
  closed_at timestamptz,
  -- a unit on the mains has a mains frequency and voltage; battery and passive units have neither
  check (supply_kind not in ('linear', 'switchMode', 'valveRectifier') or (mains_hz is not null and mains_v is not null)),
  check (supply_kind <> 'none' or (mains_hz is null and mains_v is null)),
  check ((state in ('closed', 'clearedWithoutCause')) = (closed_at is not null))
);

create table job_finding (
  job_id integer not null references job,
  finding finding not null,
  primary key (job_id, finding)
);

create table position (
  id integer generated always as identity primary key,
  job_id integer not null references job,
  version integer not null default 1,
  designator text not null check (designator ~ '^[A-Z]{1,3}[0-9]{1,4}[A-Z]?$'),
  section text not null check (btrim(section) <> '' and length(section) <= 60),
  channel text check (channel ~ '^[A-Za-z0-9]{1,8}$'),
  twin_key text check (btrim(twin_key) <> ''),
  role role not null,
  technology technology not null,
  nominal_f double precision not null check (nominal_f >= 1e-13 and nominal_f <= 10),
  rated_v double precision not null check (rated_v >= 1 and rated_v <= 20000),
  tolerance_minus double precision not null check (tolerance_minus between 0 and 1),
  tolerance_plus double precision not null check (tolerance_plus between 0 and 2),
  temperature_c double precision check (temperature_c between 40 and 200),
  diameter_mm double precision check (diameter_mm > 0 and diameter_mm < 200),
  height_mm double precision check (height_mm > 0 and height_mm < 300),
  max_diameter_mm double precision check (max_diameter_mm > 0 and max_diameter_mm < 200),
  max_height_mm double precision check (max_height_mm > 0 and max_height_mm < 300),
  pitch_mm double precision check (pitch_mm > 0 and pitch_mm < 100),
  mounting mounting not null default 'radial',
  working_v double precision check (abs(working_v) <= 20000),
  largest_f double precision check (largest_f > 0 and largest_f <= 10),
  following_ohms double precision check (following_ohms > 0 and following_ohms <= 1e9),
  original_esr_ohms double precision check (original_esr_ohms > 0 and original_esr_ohms <= 1e6),
  holds_charge boolean not null default false,
  -- null: not said; empty: nothing across it; else the designators across it
  parallel_with text[],
  retired_at timestamptz,
  unique (job_id, id)
);
-- a retired position keeps its readings; its designator may be used again
create unique index position_designator on position (job_id, designator) where retired_at is null;

-- Down Migration
drop table position, job_finding, job;
drop type first_power_school, sides_school, scope_school, tantalum_school, value_policy, role, finding, job_state, supply_kind, unit_kind;
