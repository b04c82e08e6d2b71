-- The table of rows that a graphic is filled with, as JSON.
create table rosters (
    graphic_id uuid primary key references graphics (id),
    body jsonb not null,
    -- Goes up with each change, so that two windows cannot write over each other unseen.
    version integer not null default 1,
    changed_at timestamptz not null default now()
);
-- What each row looked like when it was handed off last.
create table roster_files (
    graphic_id uuid not null references graphics (id),
    row_id text not null,
    handoff_id uuid not null references handoffs (id),
    -- Hash of all that decides what its file is.
    made_of text not null,
    primary key (graphic_id, row_id)
);
