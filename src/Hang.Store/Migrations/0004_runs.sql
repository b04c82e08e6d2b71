-- Every run of a handoff has a number of its own, which is never used again: what an earlier run still has to say is not heard.
alter table handoffs add column run integer not null default 0;

-- When the handoff was last heard of: asked for, begun, or its progress noted.
alter table handoffs add column noted_at timestamptz not null default now();
