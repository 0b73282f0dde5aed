-- The router lets go of what came with a command as it refuses it: words said to all as well, which nothing else can refer to.
create or replace function drop_unused(contents text[], strangers text[]) returns void language plpgsql security definer set search_path = public as $$
begin
  delete from content c
  where c.id = any(contents)
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
revoke execute on function drop_unused(text[], text[]) from eudromos_web;--> statement-breakpoint
grant execute on function drop_unused(text[], text[]) to eudromos_router;
