CREATE TABLE "recording_mark" (
	"id" text PRIMARY KEY NOT NULL,
	"interaction_id" text NOT NULL,
	"at_ms" integer NOT NULL,
	"note" text NOT NULL,
	"person_id" text NOT NULL,
	"made_at" bigint NOT NULL
);
--> statement-breakpoint
CREATE INDEX "recording_mark_of" ON "recording_mark" USING btree ("interaction_id");--> statement-breakpoint
grant select, insert, update, delete on recording_mark to eudromos_web;
