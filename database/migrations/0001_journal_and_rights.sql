-- The journal: append-only, a partition a day (of the centre's time, UTC), so that a period can be put away whole.
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
) partition by range (day);
--> statement-breakpoint
-- The router makes the partitions it needs without any right to change tables.
create function journal_partition(wanted date) returns void language plpgsql security definer set search_path = public as $$
begin
  execute format(
    'create table if not exists %I partition of journal for values from (%L) to (%L)',
    'journal_' || to_char(wanted, 'YYYY_MM_DD'), wanted, wanted + 1
  );
end $$;
--> statement-breakpoint
revoke execute on function journal_partition(date) from public;
--> statement-breakpoint
insert into router_epoch (id, epoch, holder, renewed_at) values (1, 0, 'nobody', to_timestamp(0));
--> statement-breakpoint
insert into clock (id, offset_ms, stopped_at) values (1, 0, null);
--> statement-breakpoint
alter table inbox set (autovacuum_vacuum_scale_factor = 0.02, fillfactor = 80);
--> statement-breakpoint
do $$
begin
  if not exists (select from pg_roles where rolname = 'eudromos_web') then create role eudromos_web login; end if;
  if not exists (select from pg_roles where rolname = 'eudromos_router') then create role eudromos_router login; end if;
end $$;
--> statement-breakpoint
grant select on all tables in schema public to eudromos_web, eudromos_router;
--> statement-breakpoint
grant insert on inbox to eudromos_web;
--> statement-breakpoint
grant usage on sequence inbox_id_seq to eudromos_web;
--> statement-breakpoint
grant insert, update, delete on web_process, person, customer, content, attachment, plan_draft, presence_state,
  load_limits, decline_reason, disposition, queue, queue_agent, queue_test_customer, line, "user", session, account,
  verification to eudromos_web;
--> statement-breakpoint
grant insert on plan_version to eudromos_web;
--> statement-breakpoint
grant insert on journal, snapshot, message to eudromos_router;
--> statement-breakpoint
grant insert, update on record to eudromos_router;
--> statement-breakpoint
grant update on inbox, router_epoch, clock to eudromos_router;
--> statement-breakpoint
grant delete on inbox, snapshot, web_process to eudromos_router;
--> statement-breakpoint
grant execute on function journal_partition(date) to eudromos_router;
