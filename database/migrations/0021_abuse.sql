ALTER TABLE "record" ADD COLUMN "warnings" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "abuse" text;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "block_asked" boolean DEFAULT false NOT NULL;