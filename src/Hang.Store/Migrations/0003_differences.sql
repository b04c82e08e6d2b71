-- A revision is a difference from the one before it, with a whole document now and then. Rows from before are whole and stay so.
alter table revisions alter column document drop not null;
alter table revisions add column difference text;
alter table revisions add constraint revision_has_one check ((document is null) <> (difference is null));

-- What the rack shows of the head revision, so that it need not read documents. Null: not looked at yet.
alter table graphics add column facts jsonb;
