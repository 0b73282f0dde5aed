ALTER TABLE "person" ADD COLUMN "left" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "teams" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "queue" ADD COLUMN "shown_as" text DEFAULT '' NOT NULL;