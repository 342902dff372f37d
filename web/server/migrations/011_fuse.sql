-- Up Migration
-- How a fuse went and why, and which sections a unit has.
alter type observation_kind add value 'blew';
alter type observation_kind add value 'section';

-- Down Migration
do $$ begin raise exception 'there is no way back to before fuses told why they blew: restore a dump'; end $$;
