ALTER TABLE "queue" ADD COLUMN "when_full_to" text;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "longest_wait_seconds" integer;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "longest_wait_to" text;