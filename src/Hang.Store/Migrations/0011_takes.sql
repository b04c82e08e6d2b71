-- What was filled in for a handoff, as JSON; null for the graphic as it is.
alter table handoffs add column take jsonb;
