-- Who made a revision, as they call themselves; null where nobody said.
alter table revisions add column made_by text;
