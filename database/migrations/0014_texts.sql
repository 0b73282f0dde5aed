CREATE TABLE "address" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"value" text NOT NULL,
	CONSTRAINT "address_value_unique" UNIQUE("value")
);
--> statement-breakpoint
CREATE TABLE "customer_address" (
	"customer_id" text NOT NULL,
	"address_id" text NOT NULL,
	CONSTRAINT "customer_address_customer_id_address_id_pk" PRIMARY KEY("customer_id","address_id")
);
--> statement-breakpoint
CREATE TABLE "text_out" (
	"interaction_id" text NOT NULL,
	"number" integer NOT NULL,
	"line_id" text NOT NULL,
	"address_id" text NOT NULL,
	"content_id" text NOT NULL,
	"state" text DEFAULT 'queued' NOT NULL,
	"reason" text,
	"tries" integer DEFAULT 0 NOT NULL,
	"round" integer DEFAULT 1 NOT NULL,
	"owed" boolean DEFAULT false NOT NULL,
	"due_at" timestamp with time zone DEFAULT now() NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "text_out_interaction_id_number_pk" PRIMARY KEY("interaction_id","number")
);
--> statement-breakpoint
CREATE TABLE "text_stop" (
	"line_id" text NOT NULL,
	"address_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "text_stop_line_id_address_id_pk" PRIMARY KEY("line_id","address_id")
);
--> statement-breakpoint
ALTER TABLE "line" ADD COLUMN "address" text;--> statement-breakpoint
ALTER TABLE "line" ADD COLUMN "requirements" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "line" ADD COLUMN "priority" integer;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "address_id" text;--> statement-breakpoint
ALTER TABLE "customer_address" ADD CONSTRAINT "customer_address_customer_id_customer_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customer"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_address" ADD CONSTRAINT "customer_address_address_id_address_id_fk" FOREIGN KEY ("address_id") REFERENCES "public"."address"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "text_stop" ADD CONSTRAINT "text_stop_address_id_address_id_fk" FOREIGN KEY ("address_id") REFERENCES "public"."address"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "customer_address_of" ON "customer_address" USING btree ("address_id");--> statement-breakpoint
CREATE INDEX "text_out_due" ON "text_out" USING btree ("due_at") WHERE state = 'queued';--> statement-breakpoint
grant select on address, customer_address, text_out, text_stop to eudromos_web, eudromos_router;--> statement-breakpoint
grant insert, update, delete on address, customer_address, text_stop to eudromos_web;--> statement-breakpoint
-- A text is made with the message that it carries; the web takes it to the carrier and notes what became of it.
grant insert on text_out to eudromos_router;--> statement-breakpoint
grant insert, update on text_out to eudromos_web;
