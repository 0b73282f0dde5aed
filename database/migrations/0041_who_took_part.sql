-- Who may see a record is judged by everybody who took part, and by every queue that it was in.
create function record_people(agent_id text, offers jsonb, passages jsonb, dials jsonb, attendances jsonb) returns text[]
language sql immutable parallel safe as $$
  select array(
    select id from (
      select agent_id as id
      union select o ->> 'agentId' from jsonb_array_elements(offers) as o where o ->> 'end' = 'answered'
      union select p ->> 'toAgentId' from jsonb_array_elements(passages) as p where p ->> 'cause' = 'handedOver'
      union select d ->> 'agentId' from jsonb_array_elements(dials) as d
      union select a ->> 'personId' from jsonb_array_elements(attendances) as a) as parties
    where id is not null order by id)
$$;--> statement-breakpoint
create function record_queues(queue_id text, passages jsonb) returns text[]
language sql immutable parallel safe as $$
  select array(
    select queue_id
    union select p ->> 'fromQueueId' from jsonb_array_elements(passages) as p
    union select p ->> 'toQueueId' from jsonb_array_elements(passages) as p
    order by 1)
$$;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "person_ids" text[] GENERATED ALWAYS AS (record_people(agent_id, offers, passages, dials, attendances)) STORED NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "queue_ids" text[] GENERATED ALWAYS AS (record_queues(queue_id, passages)) STORED NOT NULL;