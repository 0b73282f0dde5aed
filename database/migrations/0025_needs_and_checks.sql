CREATE TABLE "identity_check" (
	"interaction_id" text PRIMARY KEY NOT NULL,
	"passed" boolean NOT NULL,
	"person_id" text NOT NULL,
	"at" bigint NOT NULL
);
--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "needs" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "identity_check" text DEFAULT '' NOT NULL;--> statement-breakpoint
grant select, insert, update, delete on identity_check to eudromos_web;
