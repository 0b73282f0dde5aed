ALTER TABLE "customer" ADD COLUMN "notes" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "tags" text[] DEFAULT '{}' NOT NULL;