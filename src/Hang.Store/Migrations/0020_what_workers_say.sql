-- What each worker says of itself, for whoever runs the farm.
alter table workers
    add column host text not null default '',
    add column cores integer not null default 0,
    add column begun_at timestamptz not null default now(),
    add column frames_per_second double precision not null default 0,
    add column doing jsonb not null default '[]';

-- How fast files went of late is asked every few seconds, and those that are done become many.
create index handoffs_done on handoffs (ended_at) where state = 'done';
