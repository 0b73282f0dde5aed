-- Records say what the trade says. What journals of before say is read as that (core/routing/upcast.ts).
alter table record rename column handed_back to requeued;--> statement-breakpoint
alter table record rename column sent_on to overflowed;--> statement-breakpoint
update record set outcome = 'rejected' where outcome = 'sentAway';--> statement-breakpoint
update record set passages = (
  select jsonb_agg(case when one ->> 'cause' = 'handedBack' then jsonb_set(one, '{cause}', '"requeued"') else one end order by n)
  from jsonb_array_elements(passages) with ordinality as all_of_them (one, n)
) where passages @> '[{"cause": "handedBack"}]';
