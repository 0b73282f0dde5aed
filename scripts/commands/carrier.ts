// The command `carrier check`: the contract of docs/formats/gateway.yaml, tried on a carrier as the centre would use it.
import { createServer, type IncomingMessage, type Server } from 'node:http'
import { randomUUID } from 'node:crypto'
import { e164 } from '@eudromos/core/numbers'
import { signatureOf } from '../../outside/signing.ts'

export interface CarrierOptions {
  /** Where the carrier serves its paths, such as http://127.0.0.1:4710. */
  readonly url: string
  /** What it is asked with, and signs with. */
  readonly key: string
  /** On loopback; what the carrier takes for the centre. */
  readonly listen: number
  /** A number of the centre's, and one whose telephone takes texts and calls. */
  readonly from: string
  readonly to: string
  /** One that is nobody's. */
  readonly nobody: string
  /** A mailbox of the centre's, and one that takes email; null: the carrier carries none. */
  readonly mail: { readonly from: string; readonly to: string } | null
  readonly waitMs?: number
}

export interface CarrierCheck {
  readonly name: string
  readonly ok: boolean
  /** What was found instead. */
  readonly found?: string
}

/** What a carrier has told the centre. */
interface Told {
  readonly path: string
  readonly id: string
  readonly timestamp: string
  readonly signature: string
  readonly body: string
  readonly atMs: number
}

const mostAgeSeconds = 300
const header = (request: IncomingMessage, name: string): string => String(request.headers[name] ?? '')

/** Stands for the centre: keeps what it is told, and has no time the first time that it is told of a text. */
class Centre {
  readonly told: Told[] = []
  private readonly put = new Set<string>()
  private readonly server: Server

  constructor() {
    this.server = createServer((request, response) => {
      void (async () => {
        let body = ''
        for await (const part of request) body += String(part)
        const id = header(request, 'webhook-id')
        this.told.push({
          path: request.url ?? '',
          id,
          timestamp: header(request, 'webhook-timestamp'),
          signature: header(request, 'webhook-signature'),
          body,
          atMs: Date.now(),
        })
        const first = !this.put.has(id)
        this.put.add(id)
        const status = first && request.url === '/api/gateway/texts/reports' ? 503 : 200
        response.writeHead(status, { 'content-type': 'application/json' }).end('{}')
      })()
    })
  }

  listen(port: number): Promise<void> {
    return new Promise((resolve, reject) => {
      this.server.once('error', reject)
      this.server.listen(port, '127.0.0.1', resolve)
    })
  }

  close(): Promise<void> {
    this.server.closeAllConnections()
    return new Promise((resolve) => this.server.close(() => resolve()))
  }

  /** What was told of it at the path, once there is as much or the time is over. */
  async of(path: string, id: string, atLeast: number, waitMs: number): Promise<Told[]> {
    const until = Date.now() + waitMs
    for (;;) {
      const found = this.told.filter((one) => one.path === path && fieldOf(one.body, 'id') === id)
      if (found.length >= atLeast || Date.now() >= until) return found
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
  }
}

function fieldOf(body: string, name: string): unknown {
  try {
    return (JSON.parse(body) as Record<string, unknown>)[name]
  } catch {
    return undefined
  }
}

/** Why a message is not signed as it should be; null where it is. */
function unsigned({ id, timestamp, signature, body, atMs }: Told, key: string): string | null {
  if (id === '' || timestamp === '' || signature === '') return 'webhook-id, -timestamp or -signature is missing'
  if (Math.abs(atMs / 1000 - Number(timestamp)) > mostAgeSeconds) return `the time stamp ${timestamp} is not now`
  return signature.split(' ').includes(signatureOf(key, id, timestamp, body)) ? null : 'the signature does not hold'
}

/**
 * Tries everything that the centre relies on, in order: keys, numbers, texts handed over once and twice and what is told of them,
 * signed and brought again where the centre had no time; calls that ring, are stopped, and are over already; email, where the carrier has it. A text and calls go
 * to the number given, an email to the mailbox. Rejects where the port cannot be had.
 */
export async function checkCarrier(options: CarrierOptions): Promise<CarrierCheck[]> {
  const { url, key, from, to, waitMs = 20_000 } = options
  const checks: CarrierCheck[] = []
  const note = (name: string, ok: boolean, found: string): void => {
    checks.push(ok ? { name, ok } : { name, ok, found })
  }
  const ask = async (
    method: string,
    path: string,
    body?: object,
    withKey = key,
  ): Promise<{ status: number; body: Record<string, unknown> }> => {
    try {
      const answer = await fetch(`${url}${path}`, {
        method,
        headers: { authorization: `Bearer ${withKey}`, 'content-type': 'application/json' },
        body: body === undefined ? undefined : JSON.stringify(body),
        signal: AbortSignal.timeout(5000),
      })
      return { status: answer.status, body: (await answer.json().catch(() => ({}))) as Record<string, unknown> }
    } catch (error) {
      return { status: 0, body: { code: error instanceof Error ? error.message : String(error) } }
    }
  }
  const said = ({ status, body }: { status: number; body: object }): string => `${status} ${JSON.stringify(body)}`
  const taken = ({ status }: { status: number }): boolean => status >= 200 && status < 300
  const checkMail = async (ends: NonNullable<CarrierOptions['mail']>): Promise<void> => {
    const id = `check-${randomUUID()}`
    const words = { subject: 'Contract check', text: 'An email of the contract check.' }
    const mail = { id, thread: id, name: 'The centre', ...ends, ...words }
    const handed = await ask('POST', '/mails', mail)
    note('an email is taken', taken(handed), said(handed))
    const again = await ask('POST', '/mails', mail)
    note('the same email a second time is taken as the same', taken(again), said(again))
    const told = await centre.of('/api/gateway/mails/reports', id, 1, waitMs)
    const states = told.map(({ body }) => fieldOf(body, 'state'))
    const known = states.every((state) => state === 'sent' || state === 'delivered' || state === 'failed')
    note('what became of the email is told', told.length > 0 && known, JSON.stringify(states))
    const faults = told.flatMap((one) => unsigned(one, key) ?? [])
    note('signed like the rest', told.length > 0 && faults.length === 0, faults[0] ?? 'nothing was told')
  }
  const centre = new Centre()
  await centre.listen(options.listen)
  try {
    const stranger = await ask('GET', '/numbers', undefined, 'not the key')
    note('another key is refused (401)', stranger.status === 401, said(stranger))

    const stock = await ask('GET', '/numbers')
    const numbers = Array.isArray(stock.body.numbers) ? (stock.body.numbers as Record<string, unknown>[]) : null
    const wrong = numbers?.find(
      ({ number, channels, place }) =>
        typeof number !== 'string' ||
        e164(number) !== number ||
        !Array.isArray(channels) ||
        !channels.every((one) => one === 'voice' || one === 'sms') ||
        typeof place !== 'string',
    )
    note(
      'its numbers are told, in E.164, with channels and place',
      numbers !== null && wrong === undefined,
      said(wrong === undefined ? stock : { status: stock.status, body: wrong }),
    )

    const textId = `check-${randomUUID()}`
    const text = { id: textId, from, to, text: 'A text of the contract check.' }
    const handed = await ask('POST', '/texts', text)
    note('a text is taken', taken(handed), said(handed))
    const again = await ask('POST', '/texts', text)
    note('the same text a second time is taken as the same', taken(again), said(again))
    const reports = '/api/gateway/texts/reports'
    const told = await centre.of(reports, textId, 2, waitMs)
    const [first] = told
    note('what became of the text is told', first !== undefined, 'nothing was told')
    const states = told.map(({ body }) => fieldOf(body, 'state'))
    const known = states.every((state) => state === 'sent' || state === 'delivered' || state === 'failed')
    note('as sent, delivered or failed', first !== undefined && known, JSON.stringify(states))
    const faults = told.flatMap((one) => unsigned(one, key) ?? [])
    note('signed, with a time stamp', first !== undefined && faults.length === 0, faults[0] ?? 'nothing was told')
    const same = told.filter(({ id, body }) => id === first?.id && body === first.body)
    note('brought again, as the same message, where the centre had no time', same.length > 1, `${same.length} times`)
    const ends = new Set(
      told.filter(({ body }) => fieldOf(body, 'state') !== 'sent').map(({ id, body }) => `${id} ${body}`),
    )
    note('handed over twice it came to an end once', ends.size === 1, [...ends].join(', ') || 'it came to none')

    // The smallest GIF there is: one point.
    const point = { name: 'point.gif', type: 'image/gif', data: 'R0lGODlhAQABAAAAACwAAAAAAQABAAACAUwAOw==' }
    const pictured = await ask('POST', '/texts', { id: `check-${randomUUID()}`, from, to, text: '', pictures: [point] })
    note('a picture is taken without words', taken(pictured), said(pictured))

    const { to: _left, ...half } = text
    const bad = await ask('POST', '/texts', { ...half, id: `check-${randomUUID()}` })
    const told4xx = bad.status >= 400 && bad.status < 500 && typeof bad.body.code === 'string'
    note('a text to nobody is refused, with a code', told4xx, said(bad))

    if (options.mail !== null) await checkMail(options.mail)

    const call = { id: `check-${randomUUID()}.1`, from, to, callId: randomUUID(), token: 'a token' }
    const rings = await ask('POST', '/calls', call)
    note('a call rings', taken(rings), said(rings))
    const rings2 = await ask('POST', '/calls', call)
    note('the same call a second time is the same', taken(rings2), said(rings2))
    const stopped = await ask('DELETE', `/calls/${encodeURIComponent(call.id)}`)
    note('it is stopped', taken(stopped), said(stopped))
    const over = await ask('DELETE', `/calls/${encodeURIComponent(call.id)}`)
    note('and again, though it is over', taken(over), said(over))

    const lost = { ...call, id: `check-${randomUUID()}.1`, to: options.nobody }
    const dialled = await ask('POST', '/calls', lost)
    note('a call to a number that is nobody’s is taken, too', taken(dialled), said(dialled))
    const [ended] = await centre.of('/api/gateway/calls/reports', lost.id, 1, waitMs)
    const end = ended === undefined ? 'nothing was told' : fieldOf(ended.body, 'end')
    note('and told of as unreachable', end === 'unreachable', String(end))
    const badEnd = ended === undefined ? 'nothing was told' : unsigned(ended, key)
    note('signed as well', badEnd === null, badEnd ?? '')
  } finally {
    await centre.close()
  }
  return checks
}
