-- What a file says of itself, when the current step began, and what people say of a handoff: its note, which goes first, and whether it is to wait.
alter table handoffs add column card jsonb;
alter table handoffs add column step_at timestamptz;
alter table handoffs add column note text not null default '';
alter table handoffs add column priority integer not null default 0;
alter table handoffs add column held boolean not null default false;

-- How each graphic was handed off last.
create table last_orders (
    graphic_id uuid primary key references graphics (id),
    handoff_order jsonb not null
);
