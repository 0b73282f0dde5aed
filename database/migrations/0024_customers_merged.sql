CREATE TABLE "customer_seen" (
	"customer_id" text NOT NULL,
	"person_id" text NOT NULL,
	"at" bigint NOT NULL,
	"before" bigint,
	CONSTRAINT "customer_seen_customer_id_person_id_pk" PRIMARY KEY("customer_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "language" text;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "fields" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "merged_into" text;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "merged_at" bigint;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "merged_by" text;--> statement-breakpoint
ALTER TABLE "customer_seen" ADD CONSTRAINT "customer_seen_customer_id_customer_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customer"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "customer_merged" ON "customer" USING btree ("merged_into") WHERE merged_into is not null;--> statement-breakpoint
-- The customer that another turned out to be, however often; itself where it is nobody else.
create function customer_root(text) returns text language sql stable as $$
  with recursive up (id, merged_into) as (
    select id, merged_into from customer where id = $1
    union
    select c.id, c.merged_into from up join customer c on c.id = up.merged_into)
  select coalesce((select id from up where merged_into is null), $1)
$$;--> statement-breakpoint
-- The customer, and all who turned out to be this one.
create function customer_family(text) returns setof text language sql stable rows 2 as $$
  with recursive down (id) as (
    select $1
    union
    select c.id from down join customer c on c.merged_into = down.id)
  select id from down
$$;--> statement-breakpoint
create view merged_customer as
  with recursive up (id, root) as (
    select id, merged_into from customer where merged_into is not null
    union
    select up.id, c.merged_into from up join customer c on c.id = up.root where c.merged_into is not null)
  select up.id, up.root from up join customer c on c.id = up.root where c.merged_into is null;--> statement-breakpoint
grant select on merged_customer, customer_seen to eudromos_web, eudromos_router;--> statement-breakpoint
grant insert, update, delete on customer_seen to eudromos_web;
