import { readdirSync } from 'node:fs'
import { join, relative } from 'node:path'
import { large } from '../../scripts/demo/load.ts'
import { freePort } from '../../scripts/jest-cluster.ts'
import { root } from '../../scripts/prepare.mjs'
import { personValues } from '../../web/app/(rooms)/plan/people/values.ts'
import type { PlanState } from '../../web/server/plan/plan.ts'
import { shareOf } from '../../web/server/testing/turn.ts'
import { Stand } from '../stand.ts'
import { access } from './access.ts'

/** What a large centre's web process is asked for, by somebody who may see all of it. */
let stand: Stand
let cookie = ''

beforeAll(async () => {
  stand = await Stand.start({ scenario: large(), outside: true, watched: 'turns' })
  const answer = await fetch(`${stand.origin}/api/demo/sign-in`, {
    method: 'POST',
    headers: { origin: stand.origin, 'content-type': 'application/json' },
    body: JSON.stringify({ personId: 'rosalind-okafor' }),
  })
  cookie = answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')
})
afterAll(() => stand.stop())

const app = join(root, 'web/app')
const pages = readdirSync(app, { recursive: true, encoding: 'utf8' })
  .filter((file) => /(^|\/)page\.tsx$/.test(file))
  .map((file) => `/${relative('.', file)}`.replace(/\/\(\w+\)/, '').replace(/\/page\.tsx$/, '') || '/')
const reads = Object.entries(access).flatMap(([route, { query }]) =>
  route.startsWith('GET ') && !route.includes('[') ? [`${route.slice('GET '.length)}${query}`] : [],
)

/** The least of some longest turns, since memory is tidied up in some. The first time much is brought into memory. */
async function holdsFor(act: () => Promise<unknown>, times: number): Promise<number> {
  const [web] = stand.webs
  if (web === undefined) throw new Error('no web process')
  const turns: number[] = []
  for (let n = 0; n <= times; n += 1) {
    await stand.inside('turns', web)
    await act()
    turns.push((await stand.inside('turns', web)).longestTurnMs)
  }
  return Math.min(...turns.slice(1))
}

test.each([...pages, ...reads])('%s holds the web’s event loop for no longer than others can wait', async (path) => {
  const hold = async (): Promise<void> => {
    const abort = new AbortController()
    const answer = await fetch(`${stand.origin}${path.replace(/\[\w+\]/g, 'none')}`, {
      headers: { cookie },
      signal: abort.signal,
      redirect: 'manual',
    })
    expect(answer.status).toBeLessThan(500)
    const isStream = answer.headers.get('content-type')?.startsWith('text/event-stream') === true
    if (isStream) await answer.body?.getReader().read()
    else await answer.text()
    abort.abort()
  }
  expect(await shareOf(() => holdsFor(hold, 4))).toBeLessThan(1)
})

test('nor does a web process that has just been started, from the first page on', async () => {
  const first = async (): Promise<number> => {
    const port = await freePort()
    const web = await stand.startWeb(port)
    await stand.inside('turns', web)
    for (const path of ['/sign-in', '/live', '/plan', '/review']) {
      const answer = await fetch(`http://127.0.0.1:${port}${path}`, { headers: { cookie } })
      expect([path, answer.status]).toEqual([path, 200])
      await answer.text()
    }
    const { longestTurnMs } = await stand.inside('turns', web)
    await web.stop()
    return longestTurnMs
  }
  const shares: number[] = []
  for (let n = 0; n < 3; n += 1) shares.push(await shareOf(first))
  expect(Math.min(...shares)).toBeLessThan(1)
}, 90_000)

const changes: Record<string, (state: PlanState) => object> = {
  queues: ({ document: { queues } }) => ({ queue: queues[0] }),
  'queues/many': ({ document: { queues } }) => ({ queues }),
  'people/many': ({ document, people }) => ({
    people: personValues(document, people).filter(({ roles }) => !roles.includes('administrator')),
  }),
}

test.each(Object.keys(changes))('publishing %s does not either, nor taking over what was published', async (what) => {
  const headers = { cookie, origin: stand.origin, 'content-type': 'application/json' }
  const state = async () => (await (await fetch(`${stand.origin}/api/plan/queues`, { headers })).json()) as PlanState
  // Whoever looks at Live is sent all of it anew.
  const abort = new AbortController()
  const watching = await fetch(`${stand.origin}/api/live?view=live`, { headers, signal: abort.signal })
  void watching.text().catch(() => undefined)
  const publish = async (): Promise<void> => {
    const now = await state()
    const body = JSON.stringify({ draft: now.draft, ...changes[what]?.(now) })
    const answer = await fetch(`${stand.origin}/api/plan/${what}`, { method: 'PUT', headers, body })
    expect([answer.status, answer.ok ? '' : await answer.text()]).toEqual([200, ''])
    // What follows from it.
    await new Promise((resolve) => setTimeout(resolve, 500))
  }
  const share = await shareOf(() => holdsFor(publish, 3))
  abort.abort()
  expect(share).toBeLessThan(1)
})
