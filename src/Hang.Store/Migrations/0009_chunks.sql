-- Parts of a handoff that several workers render at once; the worker that took the handoff joins them.
create table handoff_chunks (
    handoff_id uuid not null references handoffs (id),
    run integer not null,
    number integer not null,
    -- Place of the first frame in the file, and how many frames there are.
    first integer not null,
    frames integer not null,
    -- waiting, rendering, done or failed.
    state text not null default 'waiting',
    -- How often it was begun, dead workers included.
    taken integer not null default 0,
    frames_done integer not null default 0,
    problem text,
    noted_at timestamptz not null default now(),
    primary key (handoff_id, run, number)
);
create index handoff_chunks_open on handoff_chunks (handoff_id, run) where state in ('waiting', 'rendering');

create function tell_of_chunk() returns trigger language plpgsql as
'begin
    perform pg_notify(''handoffs'', new.handoff_id::text);
    return null;
end';
create trigger chunk_made after insert on handoff_chunks for each row execute function tell_of_chunk();

-- The processes that take handoffs, and when each was last there.
create table workers (
    id uuid primary key,
    seen_at timestamptz not null default now()
);
