CREATE TABLE "holiday_calendar" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text NOT NULL,
	"holidays" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "hours" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text NOT NULL,
	"zone" text NOT NULL,
	"weekly" jsonb NOT NULL,
	"exceptions" jsonb NOT NULL,
	"calendar_ids" text[] NOT NULL
);
--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "hours_id" text;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "at_closing_to" text;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "sent_on" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD CONSTRAINT "queue_hours_id_hours_id_fk" FOREIGN KEY ("hours_id") REFERENCES "public"."hours"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
grant select on hours, holiday_calendar to eudromos_web, eudromos_router;
--> statement-breakpoint
grant insert, update, delete on hours, holiday_calendar to eudromos_web;
