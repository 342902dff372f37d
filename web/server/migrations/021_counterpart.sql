-- Up Migration
-- The same part in another channel, and the other one of a pair, are counterparts everywhere.
alter table position rename column twin_key to counterpart_group;
alter type observation_kind rename value 'sibling' to 'counterpart';
alter table recording drop constraint recording_moment_check;
update recording set moment = 'counterpart' where moment = 'twin';
alter table recording add constraint recording_moment_check check (moment in ('before', 'after', 'counterpart'));
alter table figure_change disable trigger append_only;
update figure_change set figure = case figure when 'weight.sameAsTwin' then 'weight.sameAsCounterpart' else 'counterparts.' || substr(figure, 7) end
  where figure = 'weight.sameAsTwin' or figure like 'twins.%';
alter table figure_change enable trigger append_only;

-- Down Migration
alter table figure_change disable trigger append_only;
update figure_change set figure = case figure when 'weight.sameAsCounterpart' then 'weight.sameAsTwin' else 'twins.' || substr(figure, 14) end
  where figure = 'weight.sameAsCounterpart' or figure like 'counterparts.%';
alter table figure_change enable trigger append_only;
alter table recording drop constraint recording_moment_check;
update recording set moment = 'twin' where moment = 'counterpart';
alter table recording add constraint recording_moment_check check (moment in ('before', 'after', 'twin'));
alter type observation_kind rename value 'counterpart' to 'sibling';
alter table position rename column counterpart_group to twin_key;
