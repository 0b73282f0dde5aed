// npm run bench -- --streams: what the open windows of customers cost a web process, and whoever works meanwhile. Every stream is
// one over HTTP; whoever holds them runs on the same machine.
import { Agent, get, type IncomingMessage } from 'node:http'
import { crowdLines, crowdQueue, crowdScenario, inParallel } from '../../e2e/crowd.ts'
import { Stand } from '../../e2e/stand.ts'
import { Carrier } from '../../outside/index.ts'
import { processorSeconds } from './processes.ts'
import { spread, type Spread } from './yardsticks.ts'

const chats = 500
const perChat = 4
const agents = 50
const perSecond = 50

interface Step {
  readonly streams: number
  /** Of the web process, for each stream that was opened. */
  readonly processorMsToOpenOne: number
  /** Of a command, from its sending to its answer. */
  readonly commandMs: Spread
}

/** Opens a stream of the chat at an address of its own, and reads it until it is closed. */
const openStream = (origin: string, agent: Agent, id: string, token: string, place: string): Promise<IncomingMessage> =>
  new Promise((resolve, reject) => {
    const headers = { authorization: `Bearer ${token}`, 'x-forwarded-for': place }
    get(`${origin}/api/gateway/chats/${id}/live`, { agent, headers }, (answer) => {
      if (answer.statusCode !== 200) return reject(new Error(`a stream is not opened: ${answer.statusCode}`))
      answer.once('data', () => resolve(answer))
      answer.resume()
    }).on('error', reject)
  })

/** Commands of agents at a steady rate for so long: how long each waited for its answer. */
async function commands(carrier: Carrier, seconds: number): Promise<Spread> {
  const took: number[] = []
  const running: Promise<void>[] = []
  for (let n = 0; n < perSecond * seconds; n += 1) {
    const stateId = Math.floor(n / agents) % 2 === 0 ? 'break' : 'offline'
    const from = performance.now()
    const agentId = `agent-${String(n % agents).padStart(4, '0')}`
    running.push(carrier.act(agentId, 'setPresence', { stateId }).then(() => void took.push(performance.now() - from)))
    await new Promise((resolve) => setTimeout(resolve, 1000 / perSecond))
  }
  await Promise.all(running)
  return spread(took)
}

export interface Streams {
  readonly note: string
  readonly chats: number
  readonly steps: readonly Step[]
  /** With all streams open by without any. */
  readonly p99Ratio: number
  /** What one costs to open with all others open, by what it costs where there are few. */
  readonly costRatio: number
  /** 400 are opened of one chat: so many stay, and what each cost to open. */
  readonly ofOneChat: { readonly asked: number; readonly stay: number; readonly processorMsToOpenOne: number }
  readonly toReach: string
}

export async function benchStreams(quick: boolean): Promise<Streams> {
  const stand = await Stand.start({ fsync: true, scenario: crowdScenario(agents) })
  const [web] = stand.webs
  const pid = web?.child.pid ?? NaN
  const carrier = new Carrier(stand.origin, stand.place.secrets.outside)
  const ids: string[] = []
  await inParallel(chats, 16, async (n) => {
    ids.push(await carrier.beginChat(crowdLines.chat, crowdQueue, `Customer ${n}`, `Words ${n}`))
  })
  const agent = new Agent({ keepAlive: true, maxSockets: Infinity })
  const seconds = quick ? 5 : 20
  const streams: IncomingMessage[] = []
  let opened = 0
  const open = async (count: number): Promise<number> => {
    const before = processorSeconds(pid)
    await inParallel(count, 16, async () => {
      const n = opened++
      const id = ids[n % chats] ?? ''
      streams.push(await openStream(stand.origin, agent, id, carrier.tokenOf(id), `10.0.${n >> 8}.${n % 256}`))
    })
    return ((processorSeconds(pid) - before) * 1000) / count
  }
  await commands(carrier, seconds)
  const steps: Step[] = [{ streams: 0, processorMsToOpenOne: NaN, commandMs: await commands(carrier, seconds) }]
  for (let n = 0; n < perChat; n += 1) {
    const processorMsToOpenOne = Number((await open(chats)).toFixed(2))
    steps.push({ streams: opened, processorMsToOpenOne, commandMs: await commands(carrier, seconds) })
  }
  for (const stream of streams) stream.destroy()

  const first = ids[0] ?? ''
  const before = processorSeconds(pid)
  let stay = 0
  await inParallel(400, 16, async (n) => {
    const place = `10.1.${n >> 7}.${n % 128}`
    const stream = await openStream(stand.origin, agent, first, carrier.tokenOf(first), place)
    stay += 1
    stream.once('close', () => (stay -= 1))
  })
  await new Promise((resolve) => setTimeout(resolve, 1000))
  const processorMsToOpenOne = Number((((processorSeconds(pid) - before) * 1000) / 400).toFixed(2))
  const ofOneChat = { asked: 400, stay, processorMsToOpenOne }
  agent.destroy()
  await stand.stop()
  const [none, few] = steps
  const last = steps.at(-1)
  return {
    note: `commands: ${perSecond} a second for ${seconds} s through HTTP while the streams are open; PostgreSQL with fsync`,
    chats,
    steps,
    p99Ratio: Number(((last?.commandMs.p99 ?? NaN) / (none?.commandMs.p99 ?? NaN)).toFixed(2)),
    costRatio: Number(((last?.processorMsToOpenOne ?? NaN) / (few?.processorMsToOpenOne ?? NaN)).toFixed(2)),
    ofOneChat,
    toReach: 'p99Ratio at most 2, costRatio about 1, at most 4 stay of one chat',
  }
}
