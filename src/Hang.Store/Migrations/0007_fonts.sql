-- Fonts that a package's makers have added; the files lie among the others, by content hash.
create table fonts (
    package_id uuid not null references packages (id),
    hash text not null,
    name text not null,
    family text not null,
    weight int not null,
    embedding text not null,
    made_at timestamptz not null default now(),
    primary key (package_id, hash)
);
create index fonts_family on fonts (family);
