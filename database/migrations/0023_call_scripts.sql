CREATE TABLE "script" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"steps" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "script_answer" (
	"interaction_id" text NOT NULL,
	"script_id" text NOT NULL,
	"step_id" text NOT NULL,
	"script_name" text NOT NULL,
	"question" text NOT NULL,
	"answer" text NOT NULL,
	"person_id" text NOT NULL,
	"at" bigint NOT NULL,
	"place" integer,
	CONSTRAINT "script_answer_interaction_id_script_id_step_id_pk" PRIMARY KEY("interaction_id","script_id","step_id")
);
--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "script_id" text;--> statement-breakpoint
ALTER TABLE "queue" ADD CONSTRAINT "queue_script_id_script_id_fk" FOREIGN KEY ("script_id") REFERENCES "public"."script"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
grant select on script to eudromos_web, eudromos_router;--> statement-breakpoint
grant insert, update, delete on script to eudromos_web;--> statement-breakpoint
grant select, insert, update, delete on script_answer to eudromos_web;
