CREATE TABLE "template" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"text" text NOT NULL,
	"team_ids" text[] DEFAULT '{}' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "line" ADD COLUMN "hours_id" text;--> statement-breakpoint
ALTER TABLE "line" ADD COLUMN "tags" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "line" ADD COLUMN "language" text;--> statement-breakpoint
ALTER TABLE "line" ADD COLUMN "closed_answer" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "disposition_ids" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "disposition_required" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "mood" text;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "tags" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "line" ADD CONSTRAINT "line_hours_id_hours_id_fk" FOREIGN KEY ("hours_id") REFERENCES "public"."hours"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
grant select on template to eudromos_web, eudromos_router;--> statement-breakpoint
grant insert, update, delete on template to eudromos_web;
