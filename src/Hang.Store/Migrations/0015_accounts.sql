-- Who may sign in where Hang is open to others than this machine.
create table accounts (
    id uuid primary key,
    name text not null,
    -- The name as it is compared: compatibility form, upper case.
    plain_name text not null unique,
    password_hash text not null,
    -- Changes whenever the password does.
    stamp text not null,
    role text not null check (role in ('viewer', 'editor', 'designer')),
    failed integer not null default 0,
    locked_until timestamptz,
    made_at timestamptz not null default now()
);
-- Codes by which somebody gets an account, or an account a new password; only their hashes are kept.
create table invitations (
    code_hash bytea primary key,
    role text not null check (role in ('viewer', 'editor', 'designer')),
    -- The account that gets a new password; null: a new account.
    account_id uuid references accounts (id) on delete cascade,
    ends_at timestamptz not null
);
-- Browsers that are signed in, and programs that hold a key; only hashes of their keys are kept.
create table sessions (
    id uuid primary key,
    key_hash bytea not null unique,
    account_id uuid not null references accounts (id) on delete cascade,
    -- What it was begun with, for its owner to tell it by.
    agent text not null,
    made_at timestamptz not null default now(),
    seen_at timestamptz not null default now(),
    ends_at timestamptz not null
);
create index sessions_of_account on sessions (account_id);
