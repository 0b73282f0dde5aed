// Kinds of columns that tables share.
import { bigint, customType, timestamp } from 'drizzle-orm/pg-core'

/** The centre's milliseconds. */
export const instant = (name: string) => bigint(name, { mode: 'number' })
/** The database's own time. */
export const stamp = (name: string) => timestamp(name, { withTimezone: true })
export const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' })
