create table packages (
    id uuid primary key,
    name text not null,
    made_at timestamptz not null default now(),
    removed_at timestamptz
);

create table graphics (
    id uuid primary key,
    package_id uuid not null references packages (id),
    -- The revision that is shown. Undo and redo move it; a new edit drops what lies after it.
    head integer not null,
    made_at timestamptz not null default now(),
    changed_at timestamptz not null default now(),
    removed_at timestamptz
);

create table revisions (
    graphic_id uuid not null references graphics (id),
    number integer not null,
    -- The whole document, as text so that not a byte of it changes.
    document text not null,
    -- The edit that made it; null for the first.
    edit text,
    label text not null,
    made_at timestamptz not null default now(),
    primary key (graphic_id, number)
);

create table pictures (
    hash text primary key,
    name text not null,
    type text not null,
    width integer not null,
    height integer not null,
    added_at timestamptz not null default now()
);

create table handoffs (
    id uuid primary key,
    graphic_id uuid not null references graphics (id),
    package_name text not null,
    graphic_name text not null,
    -- The document as it was when the handoff was asked for.
    document text not null,
    plan jsonb not null,
    state text not null,
    file_name text not null,
    frames_done integer not null default 0,
    frames_total integer not null,
    cancel_asked boolean not null default false,
    -- Runs begun, those cut off by a dead worker included.
    runs integer not null default 0,
    bytes bigint,
    problem text,
    proof jsonb,
    asked_at timestamptz not null default now(),
    begun_at timestamptz,
    ended_at timestamptz
);

create index handoffs_by_graphic on handoffs (graphic_id, asked_at desc);

-- The last version given to a file name; never counted back, so that no file is ever overwritten.
create table file_versions (
    stem text primary key,
    version integer not null
);

create table settings (
    name text primary key,
    value text not null
);
