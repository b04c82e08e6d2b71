-- Roles and colourways of a package, as its graphics carry them; null: none.
alter table packages add column palette jsonb;
