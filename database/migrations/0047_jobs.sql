CREATE TABLE "follower_place" (
	"name" text PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL,
	"at" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "ringing" (
	"interaction_id" text PRIMARY KEY NOT NULL,
	"number" integer NOT NULL
);
--> statement-breakpoint
DROP INDEX "text_out_due";--> statement-breakpoint
CREATE INDEX "text_out_queued" ON "text_out" USING btree ("created_at") WHERE state = 'queued';--> statement-breakpoint
ALTER TABLE "text_out" DROP COLUMN "tries";--> statement-breakpoint
ALTER TABLE "text_out" DROP COLUMN "due_at";--> statement-breakpoint
do $$
begin
  if not exists (select from pg_roles where rolname = 'eudromos_jobs') then create role eudromos_jobs login; end if;
end $$;
--> statement-breakpoint
-- What came before is done; what is queued still is asked for as the process of jobs starts.
insert into follower_place (name, seq, at) select 'jobs', coalesce(max(seq), 0), coalesce(max(at), 0) from journal;--> statement-breakpoint
grant select on clock, router_epoch, journal, plan_version, address, text_stop, message, record to eudromos_jobs;--> statement-breakpoint
grant select, insert on inbox, content, attachment, customer to eudromos_jobs;--> statement-breakpoint
grant usage on sequence inbox_id_seq to eudromos_jobs;--> statement-breakpoint
grant select, update on follower_place, text_out to eudromos_jobs;--> statement-breakpoint
grant select, insert, update, delete on ringing to eudromos_jobs;--> statement-breakpoint
grant select, update on recording to eudromos_jobs;--> statement-breakpoint
grant select, delete on recording_part, recording_mark to eudromos_jobs;
