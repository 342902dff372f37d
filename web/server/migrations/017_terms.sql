-- Up Migration
-- What a repair costs and how long it is under warranty.
alter type observation_kind add value 'cost';
alter type observation_kind add value 'warranty';

-- Down Migration
do $$ begin raise exception 'there is no way back to before cost and warranty were kept: restore a dump'; end $$;
