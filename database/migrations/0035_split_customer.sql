-- What is the customer's, and of whoever had turned out to be them, where they had turned out to be somebody else: numbers and
-- addresses that nobody else of that family has.
create function addresses_of_split(split text) returns setof text language sql stable rows 2 as $$
  select ca.address_id from customer_address ca where ca.customer_id in (select customer_family(split))
  except
  select ca.address_id from customer_address ca
  where ca.customer_id in (
    select customer_family(customer_root(split)) except select customer_family(split))
$$;--> statement-breakpoint
-- Conversations, from before they were merged and by their numbers since, that the records tell of as the others'.
create function records_of_split(split text) returns setof text language sql stable as $$
  select r.id from customer c join record r on r.arrived_at >= c.merged_at
  where c.id = split
    and r.customer_id in (select customer_family(customer_root(split)) except select customer_family(split))
    and r.address_id in (select addresses_of_split(split))
$$;--> statement-breakpoint
-- The customer is one of their own again. False where they were. Records that are over follow here, by the owner's right: only
-- the router writes records, but of these it knows no more. Those that run are the router's.
create function split_customer(split text) returns boolean language plpgsql security definer set search_path = public as $$
begin
  perform from customer where id = split and merged_into is not null for update;
  if not found then return false; end if;
  update record set customer_id = split where id in (select records_of_split(split)) and closed_at is not null;
  update customer set merged_into = null, merged_at = null, merged_by = null where id = split;
  return true;
end
$$;--> statement-breakpoint
revoke execute on function split_customer(text) from public;--> statement-breakpoint
grant execute on function split_customer(text) to eudromos_web;
