CREATE TABLE "recording" (
	"id" text PRIMARY KEY NOT NULL,
	"interaction_id" text NOT NULL,
	"person_id" text NOT NULL,
	"started_at" bigint NOT NULL,
	"last_at" bigint NOT NULL,
	"end" text,
	"gone" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "recording_heard" (
	"recording_id" text NOT NULL,
	"person_id" text NOT NULL,
	"at" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "recording_part" (
	"recording_id" text NOT NULL,
	"number" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "recording_part_recording_id_number_pk" PRIMARY KEY("recording_id","number")
);
--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "announcement" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "recording" text DEFAULT 'never' NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "recording_refused" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "recording_heard" ADD CONSTRAINT "recording_heard_recording_id_recording_id_fk" FOREIGN KEY ("recording_id") REFERENCES "public"."recording"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recording_part" ADD CONSTRAINT "recording_part_recording_id_recording_id_fk" FOREIGN KEY ("recording_id") REFERENCES "public"."recording"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "recording_of_interaction" ON "recording" USING btree ("interaction_id");--> statement-breakpoint
CREATE INDEX "recording_kept" ON "recording" USING btree ("started_at") WHERE not gone;--> statement-breakpoint
CREATE INDEX "recording_heard_of" ON "recording_heard" USING btree ("recording_id");--> statement-breakpoint
grant select, insert, update, delete on recording, recording_part, recording_heard to eudromos_web;
