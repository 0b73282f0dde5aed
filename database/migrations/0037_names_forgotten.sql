-- Whoever remembers a name hears that it is another now, however it came about.
create function tell_renamed() returns trigger language plpgsql as $$
begin
  perform pg_notify('forget', new.id);
  return null;
end $$;--> statement-breakpoint
create trigger customer_renamed after update of name on customer
  for each row when (old.name is distinct from new.name) execute function tell_renamed();--> statement-breakpoint
-- Words and strangers of a command that was refused: nothing of the centre refers to them.
create function drop_unused(contents text[], strangers text[]) returns void language plpgsql security definer set search_path = public as $$
begin
  delete from content c
  where c.id = any(contents) and c.interaction_id is not null
    and not exists (select from message m where m.content_id = c.id)
    and not exists (select from text_out o where o.interaction_id = c.interaction_id and o.content_id = c.id)
    and not exists (select from record r where r.id = c.interaction_id and (r.notes_content_id = c.id
      or r.passages @> jsonb_build_array(jsonb_build_object('noteContentId', c.id))));
  delete from customer c
  where c.id = any(strangers) and not c.test and c.merged_into is null
    and not exists (select from record r where r.customer_id = c.id)
    and not exists (select from customer_address a where a.customer_id = c.id)
    and not exists (select from customer o where o.merged_into = c.id)
    and not exists (select from queue_test_customer q where q.customer_id = c.id);
end $$;--> statement-breakpoint
revoke execute on function drop_unused(text[], text[]) from public;--> statement-breakpoint
grant execute on function drop_unused(text[], text[]) to eudromos_web;
