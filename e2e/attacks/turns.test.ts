import { readdirSync } from 'node:fs'
import { join, relative } from 'node:path'
import { large } from '../../scripts/demo/load.ts'
import { root } from '../../scripts/prepare.mjs'
import { allowedTurnMs } from '../../web/server/testing/turn.ts'
import { Stand } from '../stand.ts'
import { access } from './access.ts'

/** What a large centre's web process is asked for, by somebody who may see all of it. */
let stand: Stand
let cookie = ''
let allowedMs = NaN

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
  allowedMs = allowedTurnMs()
})
afterAll(() => stand.stop())

const app = join(root, 'web/app')
const pages = readdirSync(app, { recursive: true, encoding: 'utf8' })
  .filter((file) => /(^|\/)page\.tsx$/.test(file))
  .map((file) => `/${relative('.', file)}`.replace(/\/\(\w+\)/, '').replace(/\/page\.tsx$/, '') || '/')
const reads = Object.entries(access).flatMap(([route, { query }]) =>
  route.startsWith('GET ') && !route.includes('[') ? [`${route.slice('GET '.length)}${query}`] : [],
)
const times = 4

test.each([...pages, ...reads])('%s holds the web’s event loop for no longer than others can wait', async (path) => {
  const [web] = stand.webs
  if (web === undefined) throw new Error('no web process')
  const turns: number[] = []
  // The first time it is brought into memory; at some others memory is tidied up meanwhile.
  for (let n = 0; n <= times; n += 1) {
    await stand.inside('turns', web)
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
    turns.push((await stand.inside('turns', web)).longestTurnMs)
    abort.abort()
  }
  expect(Math.min(...turns.slice(1)) / allowedMs).toBeLessThan(1)
})
