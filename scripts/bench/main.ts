// npm run bench [-- --quick]: figures as JSON, each beside its yardstick from the same run. With --load the load alone, with --load --http through HTTP; with --lists the lists, with --screens those of a large centre, with --streams the windows of customers; with --view screens that are kept current; with --requests what a request costs, with --contacts a contact; with --soak [--minutes N] [--seed N] [--rate N] all of it for long, with kills.
import { crowdScenario } from '../../e2e/crowd.ts'
import { Stand } from '../../e2e/stand.ts'
import { buildWeb } from '../build.ts'
import { benchContacts } from './contacts.ts'
import { benchCore } from './core.ts'
import { benchHours } from './hours.ts'
import { benchLists } from './lists.ts'
import { benchMethods } from './methods.ts'
import { load } from './load.ts'
import { loadThroughHttp } from './load-http.ts'
import { benchRequests } from './requests.ts'
import { benchScreens } from './screens.ts'
import { soak } from './soak.ts'
import { benchStreams } from './streams.ts'
import { benchView } from './view.ts'
import { httpCommandsPerSecond } from './http.ts'
import { commandsPerSecond, latencies, webHere } from './path.ts'
import { notifyRoundTrip, singleRowCommits } from './yardsticks.ts'

const quick = process.argv.includes('--quick')
/** Few senders who wait for each other's answers measure the way there and back; many what the path can carry. */
const senders = { few: 64, many: 256 }
const agents = 500

const ratio = (a: number, b: number): number => Number((a / b).toFixed(2))
const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN

/** What takes minutes is told as it is known. */
function told<T>(part: string, value: T): T {
  process.stderr.write(`${JSON.stringify({ [part]: value })}\n`)
  return value
}

const given = (name: string, usual: number): number => {
  const at = process.argv.indexOf(name)
  return at < 0 ? usual : Number(process.argv[at + 1])
}

const loaded = { agents: 300, perSecond: given('--rate', 50), seconds: quick ? 20 : 300 }

/** What is measured alone, by its option; `--load --http` before `--load`. */
const alone: Readonly<Record<string, { readonly built: boolean; readonly run: () => Promise<unknown> }>> = {
  '--http': { built: true, run: () => loadThroughHttp(loaded) },
  '--load': { built: false, run: () => load(loaded) },
  '--screens': { built: true, run: () => benchScreens(quick) },
  '--soak': {
    built: true,
    run: () => soak(given('--minutes', quick ? 3 : 30), given('--seed', 1), given('--rate', 25)),
  },
  '--streams': { built: true, run: () => benchStreams(quick) },
  '--contacts': { built: true, run: () => benchContacts(quick) },
  '--requests': { built: true, run: () => benchRequests(quick) },
  '--view': { built: true, run: () => benchView(quick) },
  '--lists': { built: false, run: () => benchLists(quick) },
}

const asked = Object.entries(alone).find(([option]) => process.argv.includes(option))
if (asked !== undefined) {
  const [, { built, run }] = asked
  if (built) buildWeb()
  try {
    process.stdout.write(`${JSON.stringify(await run(), null, 2)}\n`)
    process.exit(0)
  } finally {
    for (const stand of Stand.running) await stand.stop()
  }
}

const methods = told('methods', benchMethods(quick ? 2000 : 6000))
const core = told('core', benchCore())
const hours = told('hours', benchHours())
buildWeb()

const stand = await Stand.start({ fsync: true, webs: 0, scenario: crowdScenario(agents) })
const web = await webHere(stand)
const rounds = quick ? 1 : 5
const seconds = quick ? 2 : 4
const commits: number[] = []
const byFew: number[] = []
const byMany: number[] = []
await commandsPerSecond(web, senders.few, 2)
for (let round = 0; round < rounds; round += 1) {
  commits.push(await singleRowCommits(stand.place.ownerUrl, seconds))
  byFew.push(await commandsPerSecond(web, senders.few, seconds))
  byMany.push(await commandsPerSecond(web, senders.many, seconds))
}
const notify = await notifyRoundTrip(stand.place.ownerUrl, quick ? 200 : 1000)
const latency = await latencies(web, 50, quick ? 15 : 60)
await web.close()
await stand.stop()

const httpStand = await Stand.start({ fsync: true, scenario: crowdScenario(senders.few) })
await httpCommandsPerSecond(httpStand, senders.few, 3)
const http = await httpCommandsPerSecond(httpStand, senders.few, quick ? 3 : 8)
await httpStand.stop()

const report = {
  core,
  methods,
  hours,
  path: {
    note: 'sender and follower of the web in one process, the router in another, PostgreSQL with fsync; no HTTP',
    senders,
    commandsPerSecond: { few: median(byFew), many: median(byMany) },
    singleRowCommitsPerSecond: median(commits),
    ratio: { few: ratio(median(byFew), median(commits)), many: ratio(median(byMany), median(commits)) },
    toReach: 'ratio at least 1, by few and by many',
    rounds: commits.map((n, round) => ({ commits: n, few: byFew[round], many: byMany[round] })),
  },
  latency: {
    ...latency,
    notifyRoundTripMs: notify,
    offerP50InRoundTrips: ratio(latency.arrivalToOfferMs.p50, notify.p50),
    offerP99InRoundTrips: ratio(latency.arrivalToOfferMs.p99, notify.p50),
    messageP50InRoundTrips: ratio(latency.messageToStreamMs.p50, notify.p50),
    toReach: 'arrival to offer p50 at most 6 ms, p99 at most 40 ms on a quiet machine',
  },
  http: {
    note: 'the same commands through HTTP and a real web process',
    senders: senders.few,
    commandsPerSecond: http,
  },
}
process.stdout.write(`${JSON.stringify(report, null, 2)}\n`)
process.exit(0)
