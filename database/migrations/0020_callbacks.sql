ALTER TABLE "customer" ADD COLUMN "do_not_contact" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "consent_at" bigint;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "zone" text;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "callback_after_seconds" integer;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "callback_tries" integer DEFAULT 3 NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "callback_retry_seconds" integer DEFAULT 600 NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "voicemail" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "way" text DEFAULT 'incoming' NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "dials" jsonb DEFAULT '[]'::jsonb NOT NULL;