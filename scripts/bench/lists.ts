// npm run bench -- --lists: every list, page, search and export over a million records of 200,000 customers, as the web's
// own code asks for them. Milliseconds until the first rows are there, the database's and ours.
import type { PoolClient } from 'pg'
import { crowdScenario } from '../../e2e/crowd.ts'
import { Stand } from '../../e2e/stand.ts'
import { seeded } from '../../outside/index.ts'
import { customerPage, exportCustomers } from '../../web/server/customers/customer-list.ts'
import { customerView, exportCustomer } from '../../web/server/customers/customers.ts'
import { exportRecords, queryOf, recordDetails, recordPage } from '../../web/server/records/records.ts'
import type { Runtime } from '../../web/server/runtime/runtime.ts'
import { webHere } from './path.ts'
import { spread } from './yardsticks.ts'

const customers = 200_000
const records = 1_000_000
const merged = 2000
const agents = 400

/** Names of four syllables, so that parts of them are found in few, in many and in none. */
const syllables = [
  'ba',
  'cor',
  'del',
  'fen',
  'gri',
  'hol',
  'jun',
  'kes',
  'lim',
  'mor',
  'nat',
  'os',
  'pel',
  'rin',
  'sul',
  'ta',
  'vor',
  'wen',
  'yar',
  'zeb',
]

/** Made by the database itself; the triggers that count each record would take minutes. */
const filling = [
  `set session_replication_role = replica`,
  `insert into customer (id, name, tags, needs)
   select 'c' || n, initcap(s[1 + n % 20] || s[1 + n / 20 % 20]) || ' ' || initcap(s[1 + n / 400 % 20] || s[1 + n * 7 / 9 % 20]) || ' ' || n % 97,
     case n % 50 when 0 then array['harbour'] when 1 then array['group', 'season ticket'] else '{}' end, '{}'
   from generate_series(1, ${customers}) n, (select $1::text[] as s) words`,
  `update customer set merged_into = 'c' || (substr(id, 2)::int + 1), merged_at = 1
   where id ~ '^c[0-9]+$' and substr(id, 2)::int % ${customers / merged} = 7`,
  `insert into address (id, kind, value)
   select 'p' || n, 'phone', '+44' || (7700000000 + n * 7919 % 900000)::text || n from generate_series(1, ${customers}) n
   union all select 'e' || n, 'email', s[1 + n % 20] || n || '@' || s[1 + n / 20 % 20] || '.example'
   from generate_series(1, ${customers}, 3) n, (select $1::text[] as s) words`,
  `insert into customer_address (customer_id, address_id)
   select 'c' || n, 'p' || n from generate_series(1, ${customers}) n
   union all select 'c' || n, 'e' || n from generate_series(1, ${customers}, 3) n`,
  // A few write and call far more often than others.
  `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, answered_at, agent_id, ended_at,
     ended_by, closed_at, wait_ms, talk_ms, wrap_up_ms, messages, disposition_id, offers, requeued, tags, passages)
   select 'i' || n, (array['voice', 'chat', 'sms', 'email'])[1 + n % 4],
     'c' || 1 + floor(${customers} * power(random(), 2))::int, 'line-' || n % 7, q.ids[1 + (n * 31) % cardinality(q.ids)], false, at,
     case when n % 1000 = 0 then 'notReached' when n % 10 = 0 then 'abandoned' when n % 333 = 1 then 'rejected' else 'answered' end,
     case when n % 10 <> 0 then at + 20000 end, case when n % 10 <> 0 then p.ids[1 + (n * 17) % cardinality(p.ids)] end, at + 300000, 'customer', at + 330000,
     (random() * 90000)::bigint, (random() * 600000)::bigint, 30000, 1, case when n % 3 = 0 then 'd' || n % 9 end,
     jsonb_build_array(jsonb_build_object('agentId', p.ids[1 + (n * 17) % cardinality(p.ids)], 'madeAt', at, 'endedAt', at + 4000, 'result', 'answered')), 0,
     case when n % 400 = 0 then array['late'] when n % 20000 = 1 then array['rare'] else '{}' end, '[]'
   from (select n, extract(epoch from now())::bigint * 1000 - (${records} - n)::bigint * 30000 as at from generate_series(1, ${records}) n) r,
     (select array_agg(id order by id) as ids from queue) q, (select array_agg(id order by id) as ids from person) p`,
  `insert into content (id, kind, interaction_id, body) select 'm' || n, 'message', 'i' || n, 'I should like to know about crossing number ' || n
   from generate_series(1, ${records}) n`,
  `insert into message (interaction_id, number, at, side, content_id) select 'i' || n, 1, 1, 'customer', 'm' || n
   from generate_series(1, ${records}) n`,
  `insert into customer_contact (customer_id, conversations, last_at)
   select c.id, count(r.id), coalesce(max(r.arrived_at), 0) from customer c left join record r on r.customer_id = c.id group by c.id
   on conflict do nothing`,
  `reset session_replication_role`,
]

/** Milliseconds until the first of the file is there; the rest is not read. */
async function firstOf(file: ReadableStream<Uint8Array>): Promise<void> {
  const reader = file.getReader()
  await reader.read()
  await reader.cancel()
}

type Ask = (n: number) => Promise<unknown>

async function fill(owner: PoolClient): Promise<void> {
  for (const text of filling) await owner.query(text, text.includes('$1') ? [syllables] : [])
  for (const table of ['customer', 'address', 'customer_address', 'customer_contact', 'record', 'content', 'message'])
    await owner.query(`vacuum analyze ${table}`)
  await owner.query('checkpoint')
}

export async function benchLists(quick: boolean): Promise<object> {
  const stand = await Stand.start({ webs: 0, scenario: crowdScenario(agents) })
  const owner = await stand.database.$client.connect()
  await fill(owner)
  owner.release()
  const web = await webHere(stand)
  const figures = await measureLists(web, quick ? 8 : 40)
  await web.close()
  await stand.stop()
  const late = Object.entries(figures)
    .filter(([, { p95 }]) => p95 > 100)
    .map(([name]) => name)
  return { customers, records, merged, late, toReach: 'each p95 at most 100 ms', figures }
}

/** Milliseconds of each list, asked so many times. */
export async function measureLists(web: Runtime, times: number): Promise<Record<string, { p50: number; p95: number }>> {
  const { $client } = web.database
  const { rows: often } = await $client.query<{ id: string }>(
    'select customer_id as id from customer_contact order by conversations desc limit 1',
  )
  const { rows: of } = await $client.query<{ queue: string; agent: string }>(
    'select queue_id as queue, agent_id as agent from record where agent_id is not null order by arrived_at limit 1',
  )
  const ids = of[0]
  const random = seeded(11)
  const some = (n: number): number => Math.floor(random() * n)
  const figures: Record<string, { p50: number; p95: number }> = {}
  const measured = async (name: string, ask: Ask): Promise<void> => {
    const took: number[] = []
    for (let n = 0; n < times; n += 1) {
      const from = performance.now()
      await ask(n)
      took.push(performance.now() - from)
    }
    took.sort((a, b) => a - b)
    const { p50 } = spread(took)
    const figure = { p50, p95: Number((took[Math.floor(took.length * 0.95)] ?? NaN).toFixed(2)) }
    figures[name] = figure
    process.stderr.write(`${name} ${JSON.stringify(figure)}\n`)
  }
  const part = (): string => (syllables[some(20)] ?? '') + (syllables[some(20)] ?? '')
  const asked = (params: Record<string, string>) => new URLSearchParams(params)
  const sees = 'nobody'

  for (const by of ['name', 'conversations', 'lastAt'])
    for (const direction of ['asc', 'desc'])
      await measured(`customers by ${by} ${direction}`, (n) =>
        customerPage(web, asked({ sort: by, direction, page: String(n % 5) })),
      )
  await measured('customers, the last page listed', () => customerPage(web, asked({ sort: 'name', page: '199' })))
  const finds: Record<string, () => string> = {
    'a part of names': part,
    'one letter': () => 'abcdefgh'[some(8)] ?? 'a',
    'two letters that nobody begins with': () => 'xq',
    'two letters': () => syllables[some(20)]?.slice(0, 2) ?? '',
    'three letters of many': () => 'kes',
    'nothing known': () => 'Nobody Whatever',
    'a tag': () => 'season',
    'a number': () => `0770${some(9)} ${100 + some(800)}`,
    'three digits': () => String(100 + some(800)),
    'a whole address': () => `ba${some(200) * 20}@`,
  }
  for (const [name, find] of Object.entries(finds)) {
    await measured(`customers found by ${name}`, () => customerPage(web, asked({ find: find() })))
    await measured(`customers found by ${name}, by last contact`, () =>
      customerPage(web, asked({ find: find(), sort: 'lastAt', direction: 'desc' })),
    )
    await measured(`customers found by ${name}, export`, () => firstOf(exportCustomers(web, find(), 'csv')))
  }
  await measured('all customers, export', () => firstOf(exportCustomers(web, '', 'csv')))
  await measured('all customers, vCards', () => firstOf(exportCustomers(web, '', 'vcf')))
  await measured('a customer', () => customerView(web, sees, `c${1 + some(customers)}`))
  await measured('the customer of most conversations', () => customerView(web, sees, often[0]?.id ?? ''))
  await measured('export of a customer', () => exportCustomer(web, sees, `c${1 + some(customers)}`))
  await measured('a record', () => recordDetails(web, sees, `i${1 + some(records)}`))

  const sorts = ['arrivedAt', 'customer', 'agent', 'channel', 'queue', 'outcome', 'waitMs', 'talkMs', 'messages']
  for (const sort of sorts)
    for (const direction of ['asc', 'desc'])
      await measured(`records by ${sort} ${direction}`, (n) =>
        recordPage(web, sees, asked({ sort, direction, page: String(n % 3) })),
      )
  await measured('records, the last page listed', () => recordPage(web, sees, asked({ page: '199' })))
  const filters: Record<string, () => Record<string, string>> = {
    'a channel': () => ({ channel: 'email' }),
    'a queue': () => ({ queueId: ids?.queue ?? '' }),
    'an agent': () => ({ agentId: ids?.agent ?? '' }),
    'a rare outcome': () => ({ outcome: 'notReached' }),
    'under way': () => ({ outcome: 'underWay' }),
    'a disposition': () => ({ dispositionId: 'd3' }),
    'a disposition that nothing has': () => ({ dispositionId: 'none' }),
    'a tag': () => ({ tag: 'late' }),
    'a rare tag': () => ({ tag: 'rare' }),
    'a tag that nothing has': () => ({ tag: 'never' }),
    'a customer': () => ({ customer: part() }),
    'three letters of many customers': () => ({ customer: 'kes' }),
    'two letters of customers': () => ({ customer: 'ke' }),
    'one letter of customers': () => ({ customer: 'k' }),
    'a customer that nobody is': () => ({ customer: 'Nobody Whatever' }),
    'one id': () => ({ customer: `i${1 + some(records)}` }),
    'a channel and an outcome that never go together': () => ({ channel: 'chat', outcome: 'notReached' }),
    'a queue, a channel and a tag': () => ({ queueId: ids?.queue ?? '', channel: 'voice', tag: 'late' }),
    'a month a year ago': () => ({
      from: String(Date.now() - 330 * 86_400_000),
      to: String(Date.now() - 300 * 86_400_000),
    }),
    'a month a year ago of an outcome': () => ({
      from: String(Date.now() - 330 * 86_400_000),
      to: String(Date.now() - 300 * 86_400_000),
      outcome: 'notReached',
    }),
  }
  for (const [name, filter] of Object.entries(filters)) {
    await measured(`records of ${name}`, () => recordPage(web, sees, asked(filter())))
    await measured(`records of ${name}, by wait`, () => recordPage(web, sees, asked({ ...filter(), sort: 'waitMs' })))
    await measured(`records of ${name}, export`, async () =>
      firstOf(exportRecords(web, await queryOf(web, sees, asked(filter())))),
    )
  }
  await measured('all records, export', async () => firstOf(exportRecords(web, await queryOf(web, sees, asked({})))))
  return figures
}
