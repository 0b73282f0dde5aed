CREATE TABLE "second_factor" (
	"user_id" text PRIMARY KEY NOT NULL,
	"secret" text NOT NULL,
	"since" timestamp with time zone DEFAULT now() NOT NULL,
	"used_step" bigint NOT NULL,
	"codes" text[] NOT NULL
);
--> statement-breakpoint
ALTER TABLE "second_factor" ADD CONSTRAINT "second_factor_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
grant select, insert, update, delete on second_factor to eudromos_web;
