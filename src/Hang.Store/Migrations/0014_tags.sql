-- Words by which graphics are found again, one a line.
alter table graphics add column tags text not null default '';
