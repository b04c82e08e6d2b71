-- All that documents carry by content hash, of whatever kind; the bytes lie among the files.
create table sources (
    kind text not null,
    hash text not null,
    -- What documents say of it, without its bytes.
    facts jsonb not null,
    -- False where its maker does not let documents take it along.
    is_carried boolean not null default true,
    added_at timestamptz not null default now(),
    primary key (kind, hash)
);
-- Those that belong to packages.
create table package_sources (
    package_id uuid not null references packages (id),
    kind text not null,
    hash text not null,
    primary key (package_id, kind, hash),
    foreign key (kind, hash) references sources (kind, hash)
);

insert into sources (kind, hash, facts, added_at)
    select 'picture', hash, jsonb_build_object('name', name, 'type', type, 'width', width, 'height', height), added_at from pictures;
insert into sources (kind, hash, facts, added_at)
    select 'sound', hash, jsonb_build_object('name', name, 'type', type, 'samples', samples, 'channels', channels), added_at from sounds;
insert into sources (kind, hash, facts, is_carried, added_at)
    select distinct on (hash) 'font', hash, jsonb_build_object('name', name, 'family', family, 'weight', weight), embedding <> 'preview', made_at from fonts order by hash, made_at;
insert into package_sources (package_id, kind, hash) select package_id, 'font', hash from fonts;
create index sources_family on sources ((facts ->> 'family')) where kind = 'font';

-- For one version the tables before are kept alike in both directions, so that the version before can be gone back to, and forth from.
create function sources_back() returns trigger language plpgsql as $$
begin
    if new.kind = 'picture' then
        insert into pictures (hash, name, type, width, height)
            values (new.hash, new.facts ->> 'name', new.facts ->> 'type', (new.facts ->> 'width')::integer, (new.facts ->> 'height')::integer) on conflict do nothing;
    elsif new.kind = 'sound' then
        insert into sounds (hash, name, type, samples, channels)
            values (new.hash, new.facts ->> 'name', new.facts ->> 'type', (new.facts ->> 'samples')::integer, (new.facts ->> 'channels')::integer) on conflict do nothing;
    end if;
    return null;
end $$;
create trigger sources_back after insert on sources for each row execute function sources_back();

create function package_sources_back() returns trigger language plpgsql as $$
begin
    insert into fonts (package_id, hash, name, family, weight, embedding)
        select new.package_id, s.hash, s.facts ->> 'name', s.facts ->> 'family', (s.facts ->> 'weight')::int, case when s.is_carried then 'installable' else 'preview' end
        from sources s where s.kind = 'font' and s.kind = new.kind and s.hash = new.hash on conflict do nothing;
    return null;
end $$;
create trigger package_sources_back after insert on package_sources for each row execute function package_sources_back();

create function pictures_forth() returns trigger language plpgsql as $$
begin
    insert into sources (kind, hash, facts)
        values ('picture', new.hash, jsonb_build_object('name', new.name, 'type', new.type, 'width', new.width, 'height', new.height)) on conflict do nothing;
    return null;
end $$;
create trigger pictures_forth after insert on pictures for each row execute function pictures_forth();

create function sounds_forth() returns trigger language plpgsql as $$
begin
    insert into sources (kind, hash, facts)
        values ('sound', new.hash, jsonb_build_object('name', new.name, 'type', new.type, 'samples', new.samples, 'channels', new.channels)) on conflict do nothing;
    return null;
end $$;
create trigger sounds_forth after insert on sounds for each row execute function sounds_forth();

create function fonts_forth() returns trigger language plpgsql as $$
begin
    insert into sources (kind, hash, facts, is_carried)
        values ('font', new.hash, jsonb_build_object('name', new.name, 'family', new.family, 'weight', new.weight), new.embedding <> 'preview') on conflict do nothing;
    insert into package_sources (package_id, kind, hash) values (new.package_id, 'font', new.hash) on conflict do nothing;
    return null;
end $$;
create trigger fonts_forth after insert on fonts for each row execute function fonts_forth();
