-- Sounds by content hash; their bytes lie among the files.
create table sounds (
    hash text primary key,
    name text not null,
    type text not null,
    -- Length at 48000 samples a second.
    samples integer not null,
    channels integer not null,
    added_at timestamptz not null default now()
);
