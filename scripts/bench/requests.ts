// npm run bench -- --requests [--quick]: what a request costs by the way it goes, each with as many senders on the same machine.
import { spawn } from 'node:child_process'
import { Agent, request } from 'node:http'
import { v7 as newId } from 'uuid'
import { crowdScenario } from '../../e2e/crowd.ts'
import { Stand } from '../../e2e/stand.ts'
import { processorSeconds } from './processes.ts'

const senders = 64
const roundMs = { whole: 6000, quick: 2000 }
const rounds = { whole: 3, quick: 1 }

interface Asked {
  readonly method: string
  readonly url: string
  readonly headers?: Readonly<Record<string, string>>
  readonly body?: string
}

interface Cost {
  readonly perSecond: number
  /** Milliseconds of a core that the server was at work for each. */
  readonly coreMs: number
}

export interface Requests {
  readonly note: string
  /** By way: a server that answers with nothing; a plain route by the framework's way, and by the straight one; one of somebody who is signed in; a command. */
  readonly cost: Readonly<Record<'empty' | 'byFramework' | 'plain' | 'signedIn' | 'command', Cost>>
  readonly commandToPlain: number
  readonly plainToFramework: number
  readonly toReach: string
}

const agent = new Agent({ keepAlive: true, maxSockets: senders })

/** Asks once; throws where it is refused. */
const ask = ({ method, url, headers, body }: Asked): Promise<void> =>
  new Promise((resolve, reject) => {
    const sent = request(url, {
      method,
      agent,
      headers: { ...headers, 'content-length': Buffer.byteLength(body ?? '') },
    })
    sent.once('response', (answer) => {
      answer.resume()
      answer.once('end', () =>
        (answer.statusCode ?? 500) < 400 ? resolve() : reject(new Error(`${method} ${url}: ${answer.statusCode}`)),
      )
    })
    // A connection that was kept for another may have been closed meanwhile: nothing was asked over it.
    sent.once('error', (error: NodeJS.ErrnoException) =>
      sent.reusedSocket && error.code === 'ECONNRESET'
        ? ask({ method, url, headers, body } as Asked).then(resolve, reject)
        : reject(error),
    )
    sent.end(body)
  })

async function costOf(pid: number, forMs: number, next: (sender: number, n: number) => Asked): Promise<Cost> {
  const [from, worked] = [performance.now(), processorSeconds(pid)]
  let count = 0
  await Promise.all(
    Array.from({ length: senders }, async (_, sender) => {
      for (let n = 0; performance.now() - from < forMs; n += 1) {
        await ask(next(sender, n))
        count += 1
      }
    }),
  )
  const seconds = (performance.now() - from) / 1000
  return {
    perSecond: Math.round(count / seconds),
    coreMs: Number((((processorSeconds(pid) - worked) * 1000) / count).toFixed(3)),
  }
}

/** A server of Node's alone, in a process of its own. */
async function emptyServer(): Promise<{ pid: number; url: string; stop: () => void }> {
  const code = `const s = require('node:http').createServer((q, a) => a.end('{}'))
    s.listen(0, '127.0.0.1', () => console.log(s.address().port))`
  const child = spawn(process.execPath, ['-e', code], { stdio: ['ignore', 'pipe', 'inherit'] })
  const port = await new Promise<string>((resolve) =>
    child.stdout.once('data', (said: Buffer) => resolve(String(said))),
  )
  return { pid: child.pid ?? NaN, url: `http://127.0.0.1:${port.trim()}/`, stop: () => child.kill() }
}

async function cookieOf(origin: string): Promise<string> {
  const answer = await fetch(`${origin}/api/demo/sign-in`, {
    method: 'POST',
    headers: { origin, 'content-type': 'application/json' },
    body: JSON.stringify({ personId: 'supervisor' }),
  })
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')
}

export async function benchRequests(quick: boolean): Promise<Requests> {
  const of = quick ? 'quick' : 'whole'
  const empty = await emptyServer()
  const stand = await Stand.start({ fsync: true, scenario: crowdScenario(senders) })
  const { origin } = stand
  const pid = stand.webs[0]?.child.pid ?? NaN
  const cookie = await cookieOf(origin)
  const key = { authorization: `Bearer ${stand.place.secrets.outside}`, 'content-type': 'application/json' }
  const ways: Record<keyof Requests['cost'], readonly [number, (sender: number, n: number) => Asked]> = {
    empty: [empty.pid, () => ({ method: 'GET', url: empty.url })],
    // What no file exports is answered by the framework, from the same handler.
    byFramework: [pid, () => ({ method: 'HEAD', url: `${origin}/api/health` })],
    plain: [pid, () => ({ method: 'GET', url: `${origin}/api/health` })],
    signedIn: [pid, () => ({ method: 'GET', url: `${origin}/api/own-sessions`, headers: { cookie } })],
    command: [
      pid,
      (sender, n) => ({
        method: 'POST',
        url: `${origin}/api/gateway/robots/commands`,
        headers: key,
        body: JSON.stringify({
          ...{ id: newId(), type: 'setPresence', agentId: `agent-${String(sender).padStart(4, '0')}` },
          body: { agentId: `agent-${String(sender).padStart(4, '0')}`, stateId: n % 2 === 0 ? 'break' : 'offline' },
        }),
      }),
    ],
  }
  const found = new Map<keyof Requests['cost'], Cost[]>()
  const names = Object.keys(ways) as (keyof Requests['cost'])[]
  for (const name of names) await costOf(ways[name][0], 1000, ways[name][1])
  for (let round = 0; round < rounds[of]; round += 1)
    for (const name of names) {
      const cost = await costOf(ways[name][0], roundMs[of], ways[name][1])
      found.set(name, [...(found.get(name) ?? []), cost])
    }
  await stand.stop()
  empty.stop()
  agent.destroy()
  const middle = (name: keyof Requests['cost']): Cost =>
    [...(found.get(name) ?? [])].sort((a, b) => a.perSecond - b.perSecond)[Math.floor(rounds[of] / 2)] ?? {
      perSecond: NaN,
      coreMs: NaN,
    }
  const cost = {
    empty: middle('empty'),
    byFramework: middle('byFramework'),
    plain: middle('plain'),
    signedIn: middle('signedIn'),
    command: middle('command'),
  }
  const ratio = (a: Cost, b: Cost): number => Number((a.perSecond / b.perSecond).toFixed(2))
  return {
    note: `${senders} senders beside it on the same machine; the median of ${rounds[of]} rounds of each, one after the other`,
    cost,
    commandToPlain: ratio(cost.command, cost.plain),
    plainToFramework: ratio(cost.plain, cost.byFramework),
    toReach: 'a command at least 0.8 of a plain route given the same way',
  }
}
