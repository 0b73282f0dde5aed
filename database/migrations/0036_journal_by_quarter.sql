-- The journal by quarters of a year in place of days: forty of them in ten years. What is older than the plan keeps it at
-- hand is put away, whole quarters at a time, in a table of the same shape that nobody reads while working.
alter table journal rename to journal_by_day;--> statement-breakpoint
alter table journal_by_day rename constraint journal_pkey to journal_by_day_pkey;--> statement-breakpoint
create table journal (
  seq bigint not null,
  day date not null,
  at bigint not null,
  type text not null,
  v smallint not null,
  body text not null,
  inbox_id bigint,
  actor text,
  on_behalf_of text,
  reason text,
  primary key (seq, day)
) partition by range (day);--> statement-breakpoint
-- What one did in another's name, by the interaction: few rows of many.
create index journal_on_behalf on journal ((body::jsonb ->> 'interactionId')) where on_behalf_of is not null;--> statement-breakpoint
create schema archive;--> statement-breakpoint
create table archive.journal (like public.journal including indexes) partition by range (day);--> statement-breakpoint
create view journal_all as select * from journal union all select * from archive.journal;--> statement-breakpoint
create or replace function journal_partition(wanted date) returns void language plpgsql security definer set search_path = public as $$
declare
  begins date := date_trunc('quarter', wanted)::date;
  named text := 'journal_' || to_char(begins, 'YYYY"_q"Q');
begin
  if to_regclass('archive.' || named) is not null then return; end if;
  execute format(
    'create table if not exists %I partition of journal for values from (%L) to (%L)',
    named, begins, (begins + interval '3 months')::date
  );
end $$;--> statement-breakpoint
-- Puts away the quarters that ended before the day, where a snapshot has all of them. Gives how many.
create function journal_put_away(before date) returns int language plpgsql security definer set search_path = public as $$
declare
  part record;
  needed bigint := (select max(seq) from snapshot);
  last bigint;
  begins date;
  ends date;
  gone int := 0;
begin
  set local lock_timeout = '2s';
  for part in
    select c.relname as named from pg_inherits i join pg_class c on c.oid = i.inhrelid
    where i.inhparent = 'public.journal'::regclass order by 1
  loop
    begins := make_date(substr(part.named, 9, 4)::int, substr(part.named, 15, 1)::int * 3 - 2, 1);
    ends := (begins + interval '3 months')::date;
    exit when ends > before;
    execute format('select max(seq) from %I', part.named) into last;
    exit when last is not null and (needed is null or last > needed);
    execute format('alter table journal detach partition %I', part.named);
    execute format('alter table %I set schema archive', part.named);
    execute format('alter table archive.journal attach partition archive.%I for values from (%L) to (%L)', part.named, begins, ends);
    gone := gone + 1;
  end loop;
  return gone;
end $$;--> statement-breakpoint
do $$
declare one date;
begin
  for one in select distinct date_trunc('quarter', day)::date from journal_by_day loop
    perform journal_partition(one);
  end loop;
end $$;--> statement-breakpoint
insert into journal select * from journal_by_day order by seq;--> statement-breakpoint
drop table journal_by_day;--> statement-breakpoint
revoke execute on function journal_put_away(date) from public;--> statement-breakpoint
grant execute on function journal_put_away(date) to eudromos_router;--> statement-breakpoint
grant usage on schema archive to eudromos_web, eudromos_router;--> statement-breakpoint
grant select on journal, archive.journal, journal_all to eudromos_web, eudromos_router;--> statement-breakpoint
grant insert on journal to eudromos_router;
