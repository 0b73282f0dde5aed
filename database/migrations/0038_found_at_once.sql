-- Parts of words are found by their trigrams.
create extension if not exists pg_trgm;--> statement-breakpoint
CREATE TABLE "customer_contact" (
	"customer_id" text PRIMARY KEY NOT NULL,
	"conversations" integer DEFAULT 0 NOT NULL,
	"last_at" bigint DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "customer_listed" (
	"id" text PRIMARY KEY NOT NULL,
	"root" text NOT NULL,
	"merged" boolean NOT NULL,
	"name" text NOT NULL,
	"words" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "customer_listed" ADD CONSTRAINT "customer_listed_id_customer_id_fk" FOREIGN KEY ("id") REFERENCES "public"."customer"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "customer_contact_conversations" ON "customer_contact" USING btree ("conversations","customer_id");--> statement-breakpoint
CREATE INDEX "customer_contact_last" ON "customer_contact" USING btree ("last_at","customer_id");--> statement-breakpoint
CREATE INDEX "customer_listed_name" ON "customer_listed" USING btree ("name","id") WHERE not merged;--> statement-breakpoint
CREATE INDEX "customer_listed_root" ON "customer_listed" USING btree ("root");--> statement-breakpoint
CREATE INDEX "customer_listed_words" ON "customer_listed" USING gin ("words" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "record_channel" ON "record" USING btree ("channel","arrived_at");--> statement-breakpoint
CREATE INDEX "record_outcome" ON "record" USING btree ("outcome","arrived_at");--> statement-breakpoint
CREATE INDEX "record_disposition" ON "record" USING btree ("disposition_id","arrived_at");--> statement-breakpoint
CREATE INDEX "record_tags" ON "record" USING gin ("tags") WHERE tags <> '{}';--> statement-breakpoint
-- As before, in a language whose plans are made once a connection: it is asked at every call, text and email that comes.
create or replace function customer_root(text) returns text language plpgsql stable as $$
declare
  one text := $1;
  next text;
begin
  loop
    select merged_into into next from customer where id = one;
    if not found then return $1; end if;
    if next is null then return one; end if;
    one := next;
  end loop;
end $$;--> statement-breakpoint
-- Told by those who are merged alone, who are few.
create or replace view merged_customer as
  with recursive up (id, root) as (
    select id, merged_into from customer where merged_into is not null
    union
    select up.id, c.merged_into from up join customer c on c.id = up.root where c.merged_into is not null)
  select up.id, up.root from up
  where not exists (select from customer c where c.id = up.root and c.merged_into is not null);--> statement-breakpoint
-- Writes anew by what these are found, and all who are the same as one of them. In two steps: of how many there are in the
-- families the planner has no idea before; and while many come it knows nothing of their table.
create function list_customers(ids text[]) returns void language plpgsql set enable_seqscan = off as $$
declare
  roots text[];
  members text[];
begin
  select array_agg(r.id), array_agg(f.id) into roots, members
  from (select distinct customer_root(id) as id from unnest(ids) as id) r, customer_family(r.id) as f (id);
  insert into customer_listed (id, root, merged, name, words)
  select own.id, m.root, own.id <> m.root, lower(c.name), w.words
  from unnest(roots, members) as m (root, id) join customer own on own.id = m.id join customer c on c.id = m.root
    join (select root, string_agg(line, E'\n' order by line) as words from (
        select m.root, lower(c.name) as line from unnest(roots, members) as m (root, id) join customer c on c.id = m.id
        union
        select m.root, lower(tag) from unnest(roots, members) as m (root, id) join customer c on c.id = m.id, unnest(c.tags) as tag
        union
        select m.root, a.value from unnest(roots, members) as m (root, id)
          join customer_address ca on ca.customer_id = m.id join address a on a.id = ca.address_id) lines
      group by root) w on w.root = m.root
  on conflict (id) do update
    set root = excluded.root, merged = excluded.merged, name = excluded.name, words = excluded.words;
end $$;--> statement-breakpoint
-- Counts anew the conversations of these, as whoever they turned out to be.
create function count_contacts(ids text[]) returns void language plpgsql as $$
begin
  delete from customer_contact where customer_id = any(ids) and customer_id <> customer_root(customer_id);
  insert into customer_contact (customer_id, conversations, last_at)
  select r.id, count(e.id), coalesce(max(e.arrived_at), 0)
  from (select distinct customer_root(id) as id from unnest(ids) as id) r
    left join lateral (select e.id, e.arrived_at from record e where e.customer_id in (select customer_family(r.id))) e on true
  group by r.id
  on conflict (customer_id) do update set conversations = excluded.conversations, last_at = excluded.last_at;
end $$;--> statement-breakpoint
-- Who comes is nobody else yet.
create function customers_came() returns trigger language plpgsql security definer set search_path = public as $$
begin
  insert into customer_listed (id, root, merged, name, words)
  select id, id, false, lower(name), lower(array_to_string(name || tags, E'\n')) from came;
  insert into customer_contact (customer_id) select id from came on conflict do nothing;
  if exists (select from came where merged_into is not null) then
    perform list_customers(array(select id from came)), count_contacts(array(select id from came));
  end if;
  return null;
end $$;--> statement-breakpoint
create trigger customers_came after insert on customer referencing new table as came
  for each statement execute function customers_came();--> statement-breakpoint
create function customer_told() returns trigger language plpgsql security definer set search_path = public as $$
begin
  perform list_customers(array_remove(array[new.id, old.merged_into], null));
  if old.merged_into is distinct from new.merged_into then
    perform count_contacts(array_remove(array[new.id, old.merged_into, new.merged_into], null));
  end if;
  return null;
end $$;--> statement-breakpoint
create trigger customer_told after update of name, tags, merged_into on customer for each row
  when ((old.name, old.tags, old.merged_into) is distinct from (new.name, new.tags, new.merged_into))
  execute function customer_told();--> statement-breakpoint
create function addresses_came() returns trigger language plpgsql security definer set search_path = public as $$
begin
  update customer_listed l set words = l.words || more.lines
  from (select own.root, string_agg(E'\n' || a.value, '') as lines
        from came join customer_listed own on own.id = came.customer_id join address a on a.id = came.address_id
        group by own.root) more
  where l.root = more.root;
  return null;
end $$;--> statement-breakpoint
create trigger addresses_came after insert on customer_address referencing new table as came
  for each statement execute function addresses_came();--> statement-breakpoint
create function addresses_went() returns trigger language plpgsql security definer set search_path = public as $$
begin
  perform list_customers(array(select customer_id from went));
  return null;
end $$;--> statement-breakpoint
create trigger addresses_went after delete on customer_address referencing old table as went
  for each statement execute function addresses_went();--> statement-breakpoint
create function contacts_came() returns trigger language plpgsql security definer set search_path = public as $$
begin
  insert into customer_contact as c (customer_id, conversations, last_at)
  select coalesce(l.root, came.customer_id), count(*), max(came.arrived_at)
  from came left join customer_listed l on l.id = came.customer_id group by 1
  on conflict (customer_id) do update
    set conversations = c.conversations + excluded.conversations, last_at = greatest(c.last_at, excluded.last_at);
  return null;
end $$;--> statement-breakpoint
create trigger contacts_came after insert on record referencing new table as came
  for each statement execute function contacts_came();--> statement-breakpoint
create function contact_moved() returns trigger language plpgsql security definer set search_path = public as $$
begin
  perform count_contacts(array[old.customer_id, new.customer_id]);
  return null;
end $$;--> statement-breakpoint
create trigger contact_moved after update of customer_id on record
  for each row when (old.customer_id is distinct from new.customer_id) execute function contact_moved();--> statement-breakpoint
create function contacts_went() returns trigger language plpgsql security definer set search_path = public as $$
begin
  perform count_contacts((select array_agg(distinct customer_id) from went));
  return null;
end $$;--> statement-breakpoint
create trigger contacts_went after delete on record referencing old table as went
  for each statement execute function contacts_went();--> statement-breakpoint
select list_customers(array(select id from customer)), count_contacts(array(select id from customer));--> statement-breakpoint
revoke execute on function list_customers(text[]), count_contacts(text[]) from public;--> statement-breakpoint
grant select on customer_contact, customer_listed to eudromos_web, eudromos_router;
