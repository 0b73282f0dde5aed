CREATE TABLE "person_skill" (
	"person_id" text NOT NULL,
	"skill_id" text NOT NULL,
	"level" integer NOT NULL,
	CONSTRAINT "person_skill_person_id_skill_id_pk" PRIMARY KEY("person_id","skill_id")
);
--> statement-breakpoint
CREATE TABLE "skill" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text NOT NULL,
	"kind" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "load_limits" ADD COLUMN "channels" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "later_reaches" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "requirements" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "relaxations" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "priority" integer DEFAULT 5 NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "priority_steps" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "person_skill" ADD CONSTRAINT "person_skill_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person_skill" ADD CONSTRAINT "person_skill_skill_id_skill_id_fk" FOREIGN KEY ("skill_id") REFERENCES "public"."skill"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
update load_limits set channels = jsonb_build_object(
  'voice', '{"slots": 1, "most": 0, "alone": false, "beside": []}'::jsonb,
  'chat', jsonb_build_object('slots', chat_slots, 'most', chat_most, 'alone', false, 'beside', '[]'::jsonb),
  'sms', '{"slots": 1, "most": 0, "alone": false, "beside": []}'::jsonb
);
--> statement-breakpoint
grant select on skill, person_skill to eudromos_web, eudromos_router;
--> statement-breakpoint
grant insert, update, delete on skill, person_skill to eudromos_web;
