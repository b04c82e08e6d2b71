-- What a program's key may do; null: the session of a browser, which does what its account may.
alter table sessions add column scope text check (scope in ('fill', 'handOff', 'edit'));
-- Keys that were made before could do everything.
update sessions set scope = 'edit' where ends_at - made_at > interval '12 hours';
-- Wrong passwords, by the place that they came from: who tries from elsewhere does not lock the owner out.
create table sign_in_failures (
    account_id uuid not null references accounts (id) on delete cascade,
    -- An address, or for IPv6 its network.
    place text not null,
    failed integer not null,
    locked_until timestamptz,
    tried_at timestamptz not null default now(),
    primary key (account_id, place)
);
