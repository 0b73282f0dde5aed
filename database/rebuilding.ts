import { getTableName } from 'drizzle-orm'
import type pg from 'pg'
import { Folded, projections, type Projection, type ProjectionName } from '@eudromos/core/records'
import { beginning, placeAfter, readJournal } from './journal.ts'
import { changing, columnsOf, insertion, named, projected, type Column, type Projected } from './projected.ts'

export interface Rebuilt {
  /** How many rows the journal has. */
  readonly rows: number
  /** How many of them were missing in the table, or were otherwise there. */
  readonly differed: number
  /** How many rows of the table the journal tells nothing of: they stay. */
  readonly unknown: number
}

/** What the table of a projection is called. */
export const tableOf = (name: ProjectionName): string => getTableName(projected[name].table)

const atOnce = 5000

/**
 * Makes what is derived from the journal anew; the table has the rows that differ replaced, unless it is only to be checked.
 * Whoever routes waits for as long as it takes.
 */
export async function rebuild(client: pg.Client, name: ProjectionName, onlyCheck = false): Promise<Rebuilt> {
  const one: Projected = projected[name]
  const { changes } = one
  const columns = columnsOf(one)
  const target = tableOf(name)
  await client.query('begin')
  try {
    await client.query('select from router_epoch where id = 1 for update')
    await client.query(
      `create temporary table rebuilt on commit drop as select ${named(columns)} from ${target} with no data`,
    )
    await fold(client, projections[name] as unknown as Projection<object>, columns)
    const moving = columns.filter(({ key }) => changes?.keeps?.includes(key) !== true)
    const told = await compare(client, target, moving)
    if (!onlyCheck)
      await client.query(
        `insert into ${target} (${named(columns)}) select ${named(columns)} from rebuilt
         ${changing(moving, otherwise(moving, 'excluded', target))}`,
      )
    await client.query('commit')
    return told
  } catch (error) {
    await client.query('rollback')
    throw error
  }
}

async function fold(client: pg.Client, projection: Projection<object>, columns: readonly Column[]): Promise<void> {
  const folded = new Folded(projection)
  const write = (rows: readonly object[]) =>
    client.query(insertion(columns, 'rebuilt', '$1::jsonb'), [JSON.stringify(rows)])
  for (let place = beginning; ;) {
    const rows = await readJournal(client, place, atOnce)
    for (const { event, seq } of rows) folded.take(event, seq)
    await write([...folded.changed.values()].filter(projection.isOver))
    folded.changed.clear()
    if (rows.length < atOnce) break
    place = placeAfter(rows, place)
  }
  await write([...folded.open.values()])
}

/** Whether two rows of the same key are different. */
const otherwise = (columns: readonly Column[], one: string, other: string): string =>
  `row(${named(columns, one)}) is distinct from row(${named(columns, other)})`

async function compare(client: pg.Client, target: string, columns: readonly Column[]): Promise<Rebuilt> {
  const keys = columns.filter(({ inKey }) => inKey)
  const [first = ''] = keys.map(({ name }) => `"${name}"`)
  const { rows } = await client.query<Rebuilt>(
    `select count(b.${first})::int as rows, (count(*) filter (where b.${first} is null))::int as unknown,
            (count(*) filter (where b.${first} is not null and ${otherwise(columns, 'b', 'r')}))::int as differed
     from rebuilt b full join ${target} r on ${keys.map(({ name }) => `b."${name}" = r."${name}"`).join(' and ')}`,
  )
  return rows[0] ?? { rows: 0, differed: 0, unknown: 0 }
}
