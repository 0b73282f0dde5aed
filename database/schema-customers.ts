// Customers, what reaches them, and what the database keeps so that they are found at once.
import { sql } from 'drizzle-orm'
import { boolean, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import type { CustomerNeed, AddressId, CustomerId, LineId, PersonId } from '@eudromos/core/plan'
import { instant, stamp } from './columns.ts'

export const customer = pgTable(
  'customer',
  {
    id: text().$type<CustomerId>().primaryKey(),
    name: text().notNull(),
    test: boolean().notNull().default(false),
    /** Wants to be neither called nor texted by the centre of its own accord. */
    doNotContact: boolean('do_not_contact').notNull().default(false),
    /** When they agreed to be; null: they have not. */
    consentAt: instant('consent_at'),
    /** Where they are, as an IANA zone; null: as their number tells. */
    zone: text(),
    /** What everybody who talks to them should know. */
    notes: text().notNull().default(''),
    tags: text().array().notNull().default([]),
    /** What they need to talk to the centre at all. */
    needs: text().array().$type<CustomerNeed[]>().notNull().default([]),
    /** What they speak, as a BCP 47 tag; null: it is not known. */
    language: text(),
    /** What the centre wants to know besides, by the ids of its fields. */
    fields: jsonb().$type<Readonly<Record<string, string>>>().notNull().default({}),
    /** The customer whom this one turned out to be; null: nobody else. */
    mergedInto: text('merged_into'),
    mergedAt: instant('merged_at'),
    mergedBy: text('merged_by'),
    createdAt: stamp('created_at').notNull().defaultNow(),
  },
  (table) => [
    index('customer_merged')
      .on(table.mergedInto)
      .where(sql`merged_into is not null`),
  ],
)

/**
 * By what each customer is found: the words, tags, numbers and addresses of all who turned out to be the same, in small letters,
 * each on a line of its own. Kept by the database with what it tells of.
 */
export const customerListed = pgTable(
  'customer_listed',
  {
    id: text()
      .primaryKey()
      .references(() => customer.id, { onDelete: 'cascade' }),
    /** Whoever they turned out to be: who is listed. */
    root: text().notNull(),
    /** Whether that is somebody else: they are not listed themselves. */
    merged: boolean().notNull(),
    /** The name of the root, in small letters. */
    name: text().notNull(),
    words: text().notNull(),
  },
  (table) => [
    index('customer_listed_name')
      .on(table.name, table.id)
      .where(sql`not merged`),
    index('customer_listed_root').on(table.root),
    index('customer_listed_words').using('gin', sql`${table.words} gin_trgm_ops`),
  ],
)

/**
 * How often each of those listed was in touch, and when last (0: never), with whoever turned out to be the same. Kept by the
 * database with each record.
 */
export const customerContact = pgTable(
  'customer_contact',
  {
    customerId: text('customer_id').$type<CustomerId>().primaryKey(),
    conversations: integer().notNull().default(0),
    lastAt: instant('last_at').notNull().default(0),
  },
  (table) => [
    index('customer_contact_conversations').on(table.conversations, table.customerId),
    index('customer_contact_last').on(table.lastAt, table.customerId),
  ],
)

/** When somebody last looked at what is known of a customer. */
export const customerSeen = pgTable(
  'customer_seen',
  {
    customerId: text('customer_id')
      .$type<CustomerId>()
      .notNull()
      .references(() => customer.id, { onDelete: 'cascade' }),
    personId: text('person_id').$type<PersonId>().notNull(),
    at: instant('at').notNull(),
    /** When they had before that, an hour earlier at least; null: never. */
    before: instant('before'),
  },
  (table) => [primaryKey({ columns: [table.customerId, table.personId] })],
)

/** A number or an email address by which a customer reaches and is reached; several may share one. */
export const address = pgTable('address', {
  id: text().$type<AddressId>().primaryKey(),
  kind: text().$type<'phone' | 'email'>().notNull(),
  /** E.164; an email address in small letters. */
  value: text().notNull().unique(),
})

export const customerAddress = pgTable(
  'customer_address',
  {
    customerId: text('customer_id')
      .$type<CustomerId>()
      .notNull()
      .references(() => customer.id, { onDelete: 'cascade' }),
    addressId: text('address_id')
      .$type<AddressId>()
      .notNull()
      .references(() => address.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.customerId, table.addressId] }),
    index('customer_address_of').on(table.addressId),
  ],
)

/** Who has asked not to be texted from a line any more. */
export const textStop = pgTable(
  'text_stop',
  {
    lineId: text('line_id').$type<LineId>().notNull(),
    addressId: text('address_id')
      .$type<AddressId>()
      .notNull()
      .references(() => address.id, { onDelete: 'cascade' }),
    at: stamp('at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.lineId, table.addressId] })],
)
