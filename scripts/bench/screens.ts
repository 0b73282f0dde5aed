// npm run bench -- --screens: what the screens of a large centre (40 queues, 400 agents, of whom 276 are in, 240 chats a
// minute) take of a browser, on this machine with everything else of the centre running beside it.
import { chromium, type Browser } from '@playwright/test'
import { Stand, until } from '../../e2e/stand.ts'
import { large } from '../demo/load.ts'

const list = ['main tbody tr[data-id], main [role=row][data-id]', 'main [role=row][data-id]'] as const

/** A room, what is there once it shows something of its own, and once it can be worked with. */
const rooms = {
  live: ['/live', 'main [data-first], main section[id]', 'main section[id]'],
  plan: ['/plan?queue=bookings-1', 'main form', 'main form'],
  people: ['/plan/people', ...list],
  records: ['/review', ...list],
  customers: ['/review/customers', ...list],
} as const

interface Figures {
  /** Milliseconds until something of its own is shown: the best and the median of so many visits. */
  readonly firstMs: { readonly best: number; readonly median: number }
  /** Until it can be worked with: the lanes themselves, the grid. */
  readonly wholeMs: { readonly best: number; readonly median: number }
  /** Of each visit: in so many seconds after the first two, how many tasks were longer than 50 ms, and how long together. */
  readonly longTasks: readonly { readonly count: number; readonly ms: number }[]
}

interface Seen {
  readonly first: number
  readonly whole: number
  readonly long: readonly (readonly [number, number])[]
}

/** Notes in the page when each selector is met first, and each long task with when it began and how long it took. */
const watching = (first: string, whole: string): string => `
  window.seen = { first: 0, whole: 0, long: [] }
  new PerformanceObserver((list) => {
    for (const { startTime, duration } of list.getEntries()) seen.long.push([startTime, duration])
  }).observe({ type: 'longtask', buffered: true })
  new MutationObserver(() => {
    if (seen.first === 0 && document.querySelector(${JSON.stringify(first)}) !== null) seen.first = performance.now()
    if (seen.whole === 0 && document.querySelector(${JSON.stringify(whole)}) !== null) seen.whole = performance.now()
  }).observe(document, { childList: true, subtree: true })`

function bestAndMedian(times: readonly number[]): Figures['firstMs'] {
  const sorted = times.toSorted((a, b) => a - b)
  return { best: sorted[0] ?? NaN, median: sorted[Math.floor(sorted.length / 2)] ?? NaN }
}

const warmUpMs = 60_000
const settle = 2000

async function visit(
  browser: Browser,
  origin: string,
  cookie: string,
  [path, first, whole]: readonly [string, string, string],
  ms: number,
) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, extraHTTPHeaders: { cookie } })
  await context.addInitScript({ content: watching(first, whole) })
  const page = await context.newPage()
  await page.goto(`${origin}${path}`, { waitUntil: 'commit' })
  await page.waitForTimeout(ms + settle)
  const seen = await page.evaluate<Seen>('seen')
  await context.close()
  const late = seen.long.filter(([at]) => at >= settle && at < ms + settle)
  return {
    first: Math.round(seen.first),
    whole: Math.round(seen.whole),
    tasks: { count: late.length, ms: Math.round(late.reduce((sum, [, took]) => sum + took, 0)) },
  }
}

export async function benchScreens(quick: boolean): Promise<object> {
  const stand = await Stand.start({ outside: true, scenario: large() })
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu'],
  })
  const { origin } = stand
  const entered = await fetch(`${origin}/api/demo/sign-in`, {
    method: 'POST',
    headers: { origin, 'content-type': 'application/json' },
    body: JSON.stringify({ personId: 'rosalind-okafor' }),
  })
  const cookie = entered.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')
  const busy = { chatsPerMinute: 240, agents: 300, handleSeconds: 90 }
  await until(
    'Outside is there',
    async () => {
      const answer = await fetch(`${origin}/api/outside/traffic`, {
        method: 'PUT',
        headers: { origin, cookie, 'content-type': 'application/json' },
        body: JSON.stringify(busy),
      })
      return answer.ok
    },
    warmUpMs,
  )
  await until(
    'the agents are in',
    async () => {
      const answer = await fetch(`${origin}/api/outside/traffic`, { headers: { cookie } })
      return ((await answer.json()) as { agentsConnected: number }).agentsConnected > 200
    },
    warmUpMs,
  )
  await new Promise((resolve) => setTimeout(resolve, quick ? 5000 : warmUpMs))
  const figures: Record<string, Figures> = {}
  for (const [name, room] of Object.entries(rooms)) {
    const visits = []
    for (let n = 0; n < (quick ? 2 : 5); n += 1)
      visits.push(await visit(browser, origin, cookie, room, quick ? 10_000 : 30_000))
    figures[name] = {
      firstMs: bestAndMedian(visits.map(({ first }) => first)),
      wholeMs: bestAndMedian(visits.map(({ whole }) => whole)),
      longTasks: visits.map(({ tasks }) => tasks),
    }
    process.stderr.write(`${name} ${JSON.stringify(figures[name])}\n`)
  }
  await browser.close()
  await stand.stop()
  return { ...busy, toReach: 'first content within 1,500 ms; long tasks of 30 s below 1,500 ms together', figures }
}
