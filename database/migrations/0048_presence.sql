CREATE TABLE "presence" (
	"person_id" text PRIMARY KEY NOT NULL,
	"state_id" text NOT NULL,
	"since" bigint NOT NULL
);
--> statement-breakpoint
grant select, insert, update on presence to eudromos_router;--> statement-breakpoint
grant select on presence to eudromos_web;
