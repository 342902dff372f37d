-- Up Migration
-- How a fuse went and why.
alter type observation_kind add value 'blew';

-- Down Migration
do $$ begin raise exception 'there is no way back to before fuses told why they blew: restore a dump'; end $$;
