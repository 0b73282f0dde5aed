CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp,
	"refresh_token_expires_at" timestamp,
	"scope" text,
	"password" text,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "attachment" (
	"content_id" text PRIMARY KEY NOT NULL,
	"file_name" text NOT NULL,
	"media_type" text NOT NULL,
	"bytes" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "clock" (
	"id" integer PRIMARY KEY NOT NULL,
	"offset_ms" bigint NOT NULL,
	"stopped_at" bigint
);
--> statement-breakpoint
CREATE TABLE "content" (
	"id" text PRIMARY KEY NOT NULL,
	"interaction_id" text NOT NULL,
	"kind" text NOT NULL,
	"body" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "customer" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"test" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "decline_reason" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "disposition" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "inbox" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"actor" text NOT NULL,
	"command_id" text NOT NULL,
	"body_hash" text NOT NULL,
	"body" text,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	"answered_at" timestamp with time zone,
	"answer" text
);
--> statement-breakpoint
CREATE TABLE "line" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"channel" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "load_limits" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"slots" integer NOT NULL,
	"chat_slots" integer NOT NULL,
	"chat_most" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "message" (
	"interaction_id" text NOT NULL,
	"number" integer NOT NULL,
	"at" bigint NOT NULL,
	"side" text NOT NULL,
	"person_id" text,
	"content_id" text NOT NULL,
	CONSTRAINT "message_interaction_id_number_pk" PRIMARY KEY("interaction_id","number")
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"roles" text[] NOT NULL,
	"load_limits_id" text,
	"simulated" boolean DEFAULT false NOT NULL,
	CONSTRAINT "person_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "plan_draft" (
	"id" integer PRIMARY KEY NOT NULL,
	"version" integer NOT NULL,
	"centre" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plan_version" (
	"version" integer PRIMARY KEY NOT NULL,
	"document" jsonb NOT NULL,
	"published_at" bigint NOT NULL,
	"published_by" text,
	"note" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "presence_state" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"admits" text[] NOT NULL,
	"choosable" boolean NOT NULL,
	"signed_out" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "queue" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"description" text NOT NULL,
	"service" text NOT NULL,
	"target_percent" integer,
	"target_seconds" integer,
	"answer_window_seconds" integer NOT NULL,
	"selection" text NOT NULL,
	"most_waiting" integer,
	"wrap_up_seconds" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "queue_agent" (
	"queue_id" text NOT NULL,
	"person_id" text NOT NULL,
	"position" integer NOT NULL,
	CONSTRAINT "queue_agent_queue_id_person_id_pk" PRIMARY KEY("queue_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "queue_test_customer" (
	"queue_id" text NOT NULL,
	"customer_id" text NOT NULL,
	CONSTRAINT "queue_test_customer_queue_id_customer_id_pk" PRIMARY KEY("queue_id","customer_id")
);
--> statement-breakpoint
CREATE TABLE "record" (
	"id" text PRIMARY KEY NOT NULL,
	"channel" text NOT NULL,
	"customer_id" text NOT NULL,
	"line_id" text NOT NULL,
	"queue_id" text NOT NULL,
	"test" boolean NOT NULL,
	"arrived_at" bigint NOT NULL,
	"outcome" text NOT NULL,
	"answered_at" bigint,
	"agent_id" text,
	"ended_at" bigint,
	"ended_by" text,
	"closed_at" bigint,
	"wait_ms" bigint,
	"talk_ms" bigint,
	"wrap_up_ms" bigint,
	"messages" integer NOT NULL,
	"disposition_id" text,
	"notes_content_id" text,
	"offers" jsonb NOT NULL,
	"handed_back" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "router_epoch" (
	"id" integer PRIMARY KEY NOT NULL,
	"epoch" bigint NOT NULL,
	"holder" text NOT NULL,
	"renewed_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "snapshot" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"core_version" integer NOT NULL,
	"at" bigint NOT NULL,
	"body" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp NOT NULL,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "web_process" (
	"id" text PRIMARY KEY NOT NULL,
	"renewed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_content_id_content_id_fk" FOREIGN KEY ("content_id") REFERENCES "public"."content"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "queue_agent" ADD CONSTRAINT "queue_agent_queue_id_queue_id_fk" FOREIGN KEY ("queue_id") REFERENCES "public"."queue"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "queue_agent" ADD CONSTRAINT "queue_agent_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "queue_test_customer" ADD CONSTRAINT "queue_test_customer_queue_id_queue_id_fk" FOREIGN KEY ("queue_id") REFERENCES "public"."queue"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "queue_test_customer" ADD CONSTRAINT "queue_test_customer_customer_id_customer_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "content_of_interaction" ON "content" USING btree ("interaction_id");--> statement-breakpoint
CREATE UNIQUE INDEX "inbox_once" ON "inbox" USING btree ("actor","command_id");--> statement-breakpoint
CREATE INDEX "inbox_pending" ON "inbox" USING btree ("id") WHERE answered_at is null;--> statement-breakpoint
CREATE INDEX "record_arrived" ON "record" USING btree ("arrived_at","id");--> statement-breakpoint
CREATE INDEX "record_queue" ON "record" USING btree ("queue_id","arrived_at");--> statement-breakpoint
CREATE INDEX "record_agent" ON "record" USING btree ("agent_id","arrived_at");--> statement-breakpoint
CREATE INDEX "record_open" ON "record" USING btree ("id") WHERE closed_at is null;