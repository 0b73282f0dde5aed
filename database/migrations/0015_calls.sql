ALTER TABLE "record" ADD COLUMN "hold_ms" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "held_at" bigint;