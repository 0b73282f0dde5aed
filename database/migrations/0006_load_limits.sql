ALTER TABLE "load_limits" ALTER COLUMN "channels" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "load_limits" DROP COLUMN "chat_slots";--> statement-breakpoint
ALTER TABLE "load_limits" DROP COLUMN "chat_most";