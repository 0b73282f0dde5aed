import fc from 'fast-check'
import { connect, connectAlone, type Database } from './connect.ts'
import { allCustomers, listCustomers } from './customers-found.ts'
import { mergeCustomers, splitCustomer } from './merging.ts'
import { eraseCustomer } from './people.ts'
import { testDatabase, type TestDatabase } from './testing/index.ts'

let place: TestDatabase
let database: Database
let owner: Awaited<ReturnType<typeof connectAlone>>

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  owner = await connectAlone(place.ownerUrl)
})
afterAll(async () => {
  await owner.end()
  await database.$client.end()
  await place.drop()
})

const size = 7
const names = ['Ilse Varga', 'Owen Ashdown', 'ilse marsh', '100 % Öland', 'a_b\\c', 'Vargas']
const tags = ['harbour', 'VIP', 'x%']
const addresses = ['+447700900123', '+351210000123', 'ilse@varga.example', 'o.ashdown@marsh.example']
const finds = `|ilse|ILSE V|va|v|r|%|_|a_b\\|ö|harb|vip|07700 900|900123|123|12|varga.ex|o.|zzz`.split('|')

const one = fc.nat(size - 1)
const number = fc.nat(addresses.length - 1)
const step = fc.oneof(
  fc.record({ kind: fc.constant('named' as const), of: one, name: fc.constantFrom(...names) }),
  fc.record({ kind: fc.constant('tagged' as const), of: one, tags: fc.subarray(tags) }),
  fc.record({ kind: fc.constant('reached' as const), of: one, address: number }),
  fc.record({ kind: fc.constant('left' as const), of: one, address: number }),
  fc.record({ kind: fc.constant('came' as const), of: one, at: fc.integer({ min: 1, max: 99 }) }),
  fc.record({ kind: fc.constant('moved' as const), of: one, from: one }),
  fc.record({ kind: fc.constant('merged' as const), of: one, into: one }),
  fc.record({ kind: fc.constant('split' as const), of: one }),
  fc.record({ kind: fc.constant('erased' as const), of: one }),
)
type Step = typeof step extends fc.Arbitrary<infer T> ? T : never

const putAddresses = () =>
  owner.query(
    `insert into address select 'a' || n - 1, case when value like '%@%' then 'email' else 'phone' end, value
     from unnest($1::text[]) with ordinality as given (value, n) on conflict do nothing`,
    [addresses],
  )

let made = 0
const players: { [K in Step['kind']]: (id: string, one: Extract<Step, { kind: K }>) => Promise<unknown> } = {
  named: (id, { name }) => owner.query('update customer set name = $2 where id = $1', [id, name]),
  tagged: (id, given) => owner.query('update customer set tags = $2 where id = $1', [id, given.tags]),
  reached: (id, { address }) =>
    owner.query('insert into customer_address values ($1, $2) on conflict do nothing', [id, `a${address}`]),
  left: (id, { address }) =>
    owner.query('delete from customer_address where customer_id = $1 and address_id = $2', [id, `a${address}`]),
  came: (id, { at }) =>
    owner.query(
      `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued)
       values ($1, 'chat', $2, 'l', 'q', false, $3, 'answered', 0, '[]', 0)`,
      [`r${(made += 1)}`, id, at],
    ),
  moved: (id, { from }) => owner.query('update record set customer_id = $2 where customer_id = $1', [`c${from}`, id]),
  merged: (id, { into }) => mergeCustomers(database, { id: `c${into}`, otherId: id, by: 'sup', at: 50 }),
  split: (id) => splitCustomer(database, id),
  erased: async (id) => {
    await eraseCustomer(database, id, 'erased')
    // The steps to come find every address again.
    await putAddresses()
  },
}

interface Plain {
  readonly id: string
  readonly name: string
  readonly lines: readonly string[]
  readonly conversations: number
  readonly lastAt: number
}

/** Everybody with all that is told of them, read plainly from where it stands. */
async function plainly(): Promise<Plain[]> {
  const { rows } = await owner.query<Omit<Plain, 'lines'> & { into: string | null; lines: string[]; came: string[] }>(
    `select id, name, merged_into as into, name || tags || array(
         select a.value from customer_address ca join address a on a.id = ca.address_id where ca.customer_id = c.id) as lines,
       array(select arrived_at from record where customer_id = c.id) as came from customer c`,
  )
  const rootOf = (id: string): string => {
    const into = rows.find((row) => row.id === id)?.into ?? null
    return into === null ? id : rootOf(into)
  }
  return rows
    .filter(({ into }) => into === null)
    .map(({ id, name }) => {
      const family = rows.filter((row) => rootOf(row.id) === id)
      const lines = family.flatMap((row) => row.lines).map((line) => line.toLowerCase())
      const came = family.flatMap((row) => row.came.map(Number))
      return { id, name, lines, conversations: came.length, lastAt: Math.max(0, ...came) }
    })
}

function found(lines: readonly string[], find: string): boolean {
  const text = find.toLowerCase()
  const digits = /^[\d ]+$/.test(find) ? find.replaceAll(' ', '').replace(/^0+/, '') : ''
  if (digits.length >= 3 && lines.some((line) => line.includes(digits))) return true
  const within = (line: string): boolean =>
    text.length >= 3 ? line.includes(text) : line.startsWith(text) || line.includes(` ${text}`)
  return lines.some(within)
}

const told = ({ id, conversations, lastAt }: { id: string; conversations: number; lastAt: number | null }): string =>
  `${id} ${conversations} ${lastAt ?? 0}`

test('whoever is told of in any way is found by it, with whom they turned out to be, in each order and page', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(step, { minLength: 5, maxLength: 25 }),
      fc.constantFrom('name' as const, 'conversations' as const, 'lastAt' as const),
      fc.constantFrom('asc' as const, 'desc' as const),
      async (steps, by, direction) => {
        await owner.query('truncate customer, address, record, customer_contact cascade')
        await owner.query(
          `insert into customer (id, name) select 'c' || n, 'Guest ' || n from generate_series(0, ${size - 1}) n`,
        )
        await putAddresses()
        for (const one of steps) await (players[one.kind] as (id: string, of: Step) => unknown)(`c${one.of}`, one)
        const all = await plainly()
        for (const find of finds) {
          const expected = all.filter(({ lines }) => found(lines, find))
          const { rows, total, more } = await listCustomers(database, find, { by, direction }, { offset: 0, limit: 50 })
          expect([find, ...rows.map(told).sort()]).toEqual([find, ...expected.map(told).sort()])
          expect({ total, more }).toEqual({ total: expected.length, more: false })
          const keys = rows.map((row) => (by === 'name' ? row.name.toLowerCase() : (row[by] ?? 0)))
          const { rows: ordered } = await owner.query<{ key: string | number }>(
            `select key from unnest($1::${by === 'name' ? 'text' : 'float8'}[]) as key order by key ${direction}`,
            [keys],
          )
          expect(keys).toEqual(ordered.map(({ key }) => key))
          const second = await listCustomers(database, find, { by, direction }, { offset: 2, limit: 3 })
          expect(second.rows.map(({ id }) => id)).toEqual(rows.slice(2, 5).map(({ id }) => id))
          const written: string[] = []
          for await (const part of allCustomers(database, find, 2)) written.push(...part.map(({ id }) => id))
          expect(written.sort()).toEqual(expected.map(({ id }) => id).sort())
        }
      },
    ),
    { numRuns: 25 },
  )
})

test('of more than ten thousand the first are counted, and no page lies behind them', async () => {
  await owner.query('truncate customer, address, record, customer_contact cascade')
  await owner.query(`insert into customer (id, name) select 'c' || n, 'Many ' || n from generate_series(1, 10001) n`)
  const order = { by: 'name' as const, direction: 'asc' as const }
  const page = await listCustomers(database, 'many', order, { offset: 9990, limit: 50 })
  expect([page.total, page.more, page.rows.length]).toEqual([10_000, true, 10])
  expect((await listCustomers(database, 'many', order, { offset: 20_000, limit: 50 })).rows).toEqual([])
  expect(await listCustomers(database, 'many 1000', order, { offset: 0, limit: 50 })).toMatchObject({
    total: 3,
    more: false,
  })
})
