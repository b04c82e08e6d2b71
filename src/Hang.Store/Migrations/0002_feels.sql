-- Feels that a package's makers have shaped and named.
create table feels (
    package_id uuid not null references packages (id),
    name text not null,
    css text not null,
    made_at timestamptz not null default now(),
    primary key (package_id, name)
);
