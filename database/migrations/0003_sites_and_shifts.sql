CREATE TABLE "shift" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text NOT NULL,
	"zone" text NOT NULL,
	"weekly" jsonb NOT NULL,
	"exceptions" jsonb NOT NULL,
	"calendar_ids" text[] NOT NULL,
	"pauses" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "site" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text NOT NULL,
	"zone" text NOT NULL,
	"calendar_ids" text[] NOT NULL
);
--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "site_id" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "shift_id" text;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "on_shift_only" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_shift_id_shift_id_fk" FOREIGN KEY ("shift_id") REFERENCES "public"."shift"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
grant select on site, shift to eudromos_web, eudromos_router;
--> statement-breakpoint
grant insert, update, delete on site, shift to eudromos_web;
--> statement-breakpoint
insert into presence_state (id, position, name, admits, choosable, signed_out)
select 'evacuated', (select max(position) + 1 from presence_state), 'Evacuated', '{}', false, false
from plan_draft on conflict do nothing;
--> statement-breakpoint
update plan_draft set centre = centre || '{"evacuatedStateId": "evacuated", "ownAbsences": true}'::jsonb
where not centre ? 'evacuatedStateId';
