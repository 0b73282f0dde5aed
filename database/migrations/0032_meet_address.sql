-- As meet_number, of email addresses as well.
create function meet_address(new_kind text, given text, new_address text, new_customer text, new_name text)
returns table (address_id text, customer_id text, customer_name text, customer_needs text[])
language plpgsql as $$
declare
  at text;
  first boolean := true;
begin
  loop
    select a.id into at from address a where a.value = given;
    return query
      select at, c.id, c.name, c.needs from customer c
      where c.id in (select customer_root(ca.customer_id) from customer_address ca where ca.address_id = at)
      order by c.created_at, c.id;
    exit when found or not first;
    -- Nobody is told of them before a command that names them is kept, and with that these are: they need not wait for the disk.
    perform set_config('synchronous_commit', 'off', true);
    insert into address (id, kind, value) values (new_address, new_kind, given) on conflict do nothing;
    select a.id into strict at from address a where a.value = given for update;
    if not exists (select from customer_address ca where ca.address_id = at) then
      insert into customer (id, name) values (new_customer, new_name) on conflict do nothing;
      insert into customer_address (customer_id, address_id) values (new_customer, at);
    end if;
    first := false;
  end loop;
end
$$;
--> statement-breakpoint
drop function meet_number(text, text, text, text);
