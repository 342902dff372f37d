-- Up Migration
-- What is written down beside evidence: what belongs at a place, what came off, what was looked over, where time went, what was agreed.
alter type observation_kind add value 'planned';
alter type observation_kind add value 'wanted';
alter type observation_kind add value 'norm';
alter type observation_kind add value 'sibling';
alter type observation_kind add value 'removed';
alter type observation_kind add value 'refitted';
alter type observation_kind add value 'checked';
alter type observation_kind add value 'followed';
alter type observation_kind add value 'joined';
alter type observation_kind add value 'agreed';

-- Whose it is.
alter table job add column owner text not null default '' check (length(owner) <= 120);

-- Volts are not marked on every part.
alter table position alter column rated_v drop not null;
alter table fitting alter column rated_v drop not null;

-- Down Migration
do $$ begin raise exception 'there is no way back to before these notes: restore a dump'; end $$;
