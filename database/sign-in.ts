import type { PersonId } from '@eudromos/core/plan'
// Sign-in: the tables of the session library, in its shape.
import { bigint, boolean, pgTable, text, timestamp } from 'drizzle-orm/pg-core'

export const user = pgTable('user', {
  id: text().$type<PersonId>().primaryKey(),
  name: text().notNull(),
  email: text().notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text(),
  createdAt: timestamp('created_at').notNull().defaultNow(),
  updatedAt: timestamp('updated_at').notNull().defaultNow(),
})

export const session = pgTable('session', {
  id: text().primaryKey(),
  expiresAt: timestamp('expires_at').notNull(),
  token: text().notNull().unique(),
  createdAt: timestamp('created_at').notNull().defaultNow(),
  updatedAt: timestamp('updated_at').notNull().defaultNow(),
  ipAddress: text('ip_address'),
  userAgent: text('user_agent'),
  userId: text('user_id')
    .$type<PersonId>()
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
})

export const account = pgTable('account', {
  id: text().primaryKey(),
  accountId: text('account_id').notNull(),
  providerId: text('provider_id').notNull(),
  userId: text('user_id')
    .$type<PersonId>()
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  accessToken: text('access_token'),
  refreshToken: text('refresh_token'),
  idToken: text('id_token'),
  accessTokenExpiresAt: timestamp('access_token_expires_at'),
  refreshTokenExpiresAt: timestamp('refresh_token_expires_at'),
  scope: text(),
  password: text(),
  /** When it was made for them; null: they chose it themself. */
  passwordMadeAt: timestamp('password_made_at', { withTimezone: true }),
  createdAt: timestamp('created_at').notNull().defaultNow(),
  updatedAt: timestamp('updated_at').notNull().defaultNow(),
})

export const verification = pgTable('verification', {
  id: text().primaryKey(),
  identifier: text().notNull(),
  value: text().notNull(),
  expiresAt: timestamp('expires_at').notNull(),
  createdAt: timestamp('created_at').notNull().defaultNow(),
  updatedAt: timestamp('updated_at').notNull().defaultNow(),
})

/** What somebody shows beside their password: codes by time (RFC 6238), and some to be used once where the device is lost. */
export const secondFactor = pgTable('second_factor', {
  userId: text('user_id')
    .$type<PersonId>()
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  /** Sealed with the centre's secret. */
  secret: text().notNull(),
  since: timestamp({ withTimezone: true }).notNull().defaultNow(),
  /** The last step of time whose code was taken: none is taken twice. */
  usedStep: bigint('used_step', { mode: 'number' }).notNull(),
  /** Hashes of those that are left. */
  codes: text().array().notNull(),
})
