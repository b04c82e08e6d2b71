-- What people are told, as form and holes beside the English text, so that it can be said in another language. Empty in rows of before.
alter table revisions add column label_say jsonb;
alter table handoffs add column problem_say jsonb;
alter table handoff_chunks add column problem_say jsonb;

-- A version of before, which may be gone back to, writes the text alone: then the parts are no longer its own.
create function forget_label_say() returns trigger language plpgsql as $$ begin new.label_say := null; return new; end $$;
create trigger label_alone before update on revisions for each row
    when (new.label is distinct from old.label and new.label_say is not distinct from old.label_say) execute function forget_label_say();

create function forget_problem_say() returns trigger language plpgsql as $$ begin new.problem_say := null; return new; end $$;
create trigger problem_alone before update on handoffs for each row
    when (new.problem is distinct from old.problem and new.problem_say is not distinct from old.problem_say) execute function forget_problem_say();
create trigger problem_alone before update on handoff_chunks for each row
    when (new.problem is distinct from old.problem and new.problem_say is not distinct from old.problem_say) execute function forget_problem_say();

-- Each start looks for texts without parts: usually there are none.
create index label_alone on revisions (graphic_id) where label_say is null;
create index problem_alone on handoffs (id) where problem_say is null and problem is not null;
create index chunk_problem_alone on handoff_chunks (handoff_id) where problem_say is null and problem is not null;
