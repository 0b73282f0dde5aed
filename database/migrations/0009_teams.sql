CREATE TABLE "team" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text NOT NULL,
	"notes" text NOT NULL,
	"parent_id" text,
	"lead_id" text,
	"private" boolean NOT NULL,
	"observer_ids" text[] DEFAULT '{}' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "team_id" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "tier" integer;--> statement-breakpoint
ALTER TABLE "presence_state" ADD COLUMN "most_minutes" integer;--> statement-breakpoint
ALTER TABLE "presence_state" ADD COLUMN "team_ids" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "presence_state" ADD COLUMN "sign" text DEFAULT 'dot' NOT NULL;--> statement-breakpoint
ALTER TABLE "presence_state" ADD COLUMN "colour" text DEFAULT 'ink' NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_team_id_team_id_fk" FOREIGN KEY ("team_id") REFERENCES "public"."team"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- The web shapes the plan; the router reads it.
grant select on team to eudromos_web, eudromos_router;--> statement-breakpoint
grant insert, update, delete on team to eudromos_web;
