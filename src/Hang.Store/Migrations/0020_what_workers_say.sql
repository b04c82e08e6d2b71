-- What each worker says of itself, for whoever runs the farm.
alter table workers
    add column host text not null default '',
    add column cores integer not null default 0,
    add column begun_at timestamptz not null default now(),
    add column frames_per_second double precision not null default 0,
    add column doing jsonb not null default '[]';
