-- Up Migration
-- What a recording shows, said on the line.
alter type observation_kind add value 'heard';

-- Recordings of a job. The file lies in pieces by their hash, so that what is there already is not sent twice, and is put together
-- again bit for bit; what a recording shows is kept beside it as it was worked out where it was listened to.
create table sound_piece (
  sha256 text primary key check (sha256 ~ '^[0-9a-f]{64}$'),
  bytes bytea not null check (length(bytes) between 1 and 1048576)
);
create table recording (
  id integer generated always as identity primary key,
  job_id integer not null references job,
  name text not null check (name <> '' and length(name) <= 120),
  moment text not null check (moment in ('before', 'after', 'twin')),
  played text not null check (played in ('programme', 'nothing', 'sweep', 'tones')),
  sha256 text not null check (sha256 ~ '^[0-9a-f]{64}$'),
  size bigint not null check (size between 1 and 209715200),
  pieces text[] not null check (cardinality(pieces) between 1 and 200),
  shows jsonb,
  taken_at timestamptz not null default clock_timestamp(),
  by text not null check (by <> ''),
  struck_at timestamptz,
  unique (job_id, sha256)
);
create trigger append_only before update or delete on sound_piece for each row execute function refuse_change();
create trigger no_truncate before truncate on sound_piece for each statement execute function refuse_change();
create trigger no_truncate before truncate on recording for each statement execute function refuse_change();

-- Down Migration
do $$ begin raise exception 'there is no way back to before recordings: restore a dump'; end $$;
