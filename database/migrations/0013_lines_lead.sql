ALTER TABLE "line" ADD COLUMN "on" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "line" ADD COLUMN "queue_ids" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
UPDATE "line" SET "queue_ids" = (SELECT coalesce(array_agg("id" ORDER BY "position", "id"), '{}') FROM "queue");
