-- The table is the line itself: whoever works takes the oldest handoff that waits, so that none can be asked for without being in line.
create index handoffs_open on handoffs (asked_at) where state in ('queued', 'rendering', 'proving');

-- Whoever listens is told of every change: the payload is the handoff's id.
create function tell_of_handoff() returns trigger language plpgsql as
'begin
    perform pg_notify(''handoffs'', new.id::text);
    return null;
end';
create trigger handoff_changed after insert or update on handoffs for each row execute function tell_of_handoff();

-- The line that a library kept beside the table.
drop schema if exists hangfire cascade;
