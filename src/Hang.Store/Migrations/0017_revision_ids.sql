-- Numbers of revisions come again after an undo; ids do not. A server that still shows an older revision of the same number must not go on from it.
alter table revisions add column id uuid not null default gen_random_uuid();
alter table graphics add column head_id uuid;
update graphics set head_id = (select r.id from revisions r where r.graphic_id = graphics.id and r.number = graphics.head);
