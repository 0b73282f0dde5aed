// The tables that are written with the journal, in its transaction, and how: all of it follows from what they are.
import { getTableColumns, getTableName, isNull, type SQL } from 'drizzle-orm'
import { getTableConfig, type PgTable } from 'drizzle-orm/pg-core'
import type { ProjectionName } from '@eudromos/core/records'
import * as t from './schema.ts'

export interface Projected {
  readonly table: PgTable
  /** What is written of it; all of its columns but those that follow from others, where nothing is said. */
  readonly only?: readonly string[]
  /** Rows change: who has the same key takes the place of what is written. */
  readonly changes?: {
    /** Which of its rows may change yet. */
    readonly open: SQL
    /** Only where this column says the same too, so that what an id of another thing brings never does. */
    readonly sameBy: string
    /** What others change afterwards: it is left as it is where the table is made anew from the journal. */
    readonly keeps?: readonly string[]
  }
}

const ofTexts = ['interactionId', 'number', 'lineId', 'addressId', 'contentId'] as const

/** In the order of the procedure's parameters. */
export const projected = {
  messages: { table: t.message },
  texts: { table: t.textOut, only: ofTexts },
  // Who was split off from a customer takes along what was over.
  records: {
    table: t.record,
    changes: { open: isNull(t.record.closedAt), sameBy: 'arrivedAt', keeps: ['customerId'] },
  },
} satisfies Record<ProjectionName | 'texts', Projected>

export const projectedNames = Object.keys(projected) as (keyof ProjectedRows)[]

type Unchanging<T> = { readonly [K in keyof T]: T[K] extends (infer Each)[] ? readonly Each[] : T[K] }
/** A row as it is written: what follows from other columns is left out. */
type Written<T extends PgTable> = Unchanging<Pick<T['$inferSelect'], keyof T['$inferInsert'] & keyof T['$inferSelect']>>

type RowOf<P extends { readonly table: PgTable }> = P extends { readonly only: readonly (infer K)[] }
  ? Pick<Written<P['table']>, K & keyof Written<P['table']>>
  : Written<P['table']>
export type ProjectedRows = {
  readonly [N in keyof typeof projected]: readonly RowOf<(typeof projected)[N]>[]
}

export type MessageRow = ProjectedRows['messages'][number]
/** A message that goes out as a text. */
export type TextRow = ProjectedRows['texts'][number]

export interface Column {
  /** What it is called in the program, and in the table. */
  readonly key: string
  readonly name: string
  readonly type: string
  readonly inKey: boolean
}

/** The columns of a table that are written, by what the table is. */
export function columnsOf({ table, only }: Projected): Column[] {
  const { primaryKeys } = getTableConfig(table)
  const primary = new Set(primaryKeys.flatMap(({ columns }) => columns.map(({ name }) => name)))
  return Object.entries(getTableColumns(table))
    .filter(([key, { generated }]) => generated === undefined && only?.includes(key) !== false)
    .map(([key, column]) => ({
      key,
      name: column.name,
      type: column.getSQLType(),
      inKey: column.primary || primary.has(column.name),
    }))
}

export const named = (columns: readonly Column[], of = ''): string =>
  columns.map(({ name }) => `${of === '' ? '' : `${of}.`}"${name}"`).join(', ')

/** Takes rows from JSON, `of`, an array of objects as the program has them, into a table; only where `beside` has a row. */
export function insertion(columns: readonly Column[], into: string, of: string, beside = ''): string {
  const list = (write: (column: Column) => string): string => columns.map(write).join(', ')
  return `insert into ${into} (${named(columns)}) select ${list(({ key }) => `r."${key}"`)}
    from ${beside === '' ? '' : `${beside}, `}jsonb_to_recordset(${of}) as r (${list(({ key, type }) => `"${key}" ${type}`)})`
}

/** What follows on an insertion where rows may be there: they change, but for what is kept, where `same` says so. */
export function changing(columns: readonly Column[], same: string): string {
  const [keys, others] = [columns.filter(({ inKey }) => inKey), columns.filter(({ inKey }) => !inKey)]
  return `on conflict (${named(keys)}) do update set ${others.map(({ name }) => `"${name}" = excluded."${name}"`).join(', ')}
    where ${same}`
}

/** The statement by which the router writes what a batch brings, `of`, while its lead holds. */
export function writing(one: Projected, of: string): string {
  const [columns, table] = [columnsOf(one), getTableName(one.table)]
  const insert = insertion(columns, table, of, 'fence')
  const same = columns.find(({ key }) => key === one.changes?.sameBy)
  return same === undefined
    ? insert
    : `${insert} ${changing(columns, `${table}."${same.name}" = excluded."${same.name}"`)}`
}
