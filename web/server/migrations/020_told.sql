-- Up Migration
-- What a line said, in the trade's words, where no richer record of it exists.
alter type observation_kind add value 'told';

-- Down Migration
do $$ begin raise exception 'there is no way back to before facts were kept as told: restore a dump'; end $$;
