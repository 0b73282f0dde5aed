// The simulated services' process. Its environment: EUDROMOS_ORIGIN, where the gateway is; EUDROMOS_OUTSIDE_KEY;
// EUDROMOS_OUTSIDE_PORT, where it takes orders on loopback; EUDROMOS_TRAFFIC, settings as JSON to begin with.
import { timingSafeEqual } from 'node:crypto'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { pino } from 'pino'
import { readSettings, usualTraffic } from './settings.ts'
import { Traffic } from './traffic.ts'

const setting = (name: string): string => {
  const value = process.env[name]
  if (value === undefined || value === '') {
    process.stderr.write(`${name} is not set.\n`)
    process.exit(2)
  }
  return value
}

const origin = setting('EUDROMOS_ORIGIN')
const key = setting('EUDROMOS_OUTSIDE_KEY')
const log = pino({ name: 'outside', level: process.env.EUDROMOS_LOG ?? 'info' })
let traffic: Traffic | null = null

async function stop(): Promise<void> {
  await traffic?.stop()
}

async function start(input: unknown): Promise<void> {
  const settings = readSettings(input)
  await stop()
  traffic = new Traffic(settings, origin, key, log)
  traffic.start()
}

const report = (): object =>
  traffic?.report() ?? { ...usualTraffic, running: false, begun: 0, agentsConnected: 0, underWay: 0, trouble: null }

function send(response: ServerResponse, status: number, body: object): void {
  response.writeHead(status, { 'content-type': status < 400 ? 'application/json' : 'application/problem+json' })
  response.end(JSON.stringify(body))
}

function allowed(request: IncomingMessage): boolean {
  const given = Buffer.from(request.headers.authorization ?? '')
  const wanted = Buffer.from(`Bearer ${key}`)
  return given.length === wanted.length && timingSafeEqual(given, wanted)
}

async function bodyOf(request: IncomingMessage): Promise<string> {
  let text = ''
  for await (const part of request) {
    text += String(part)
    if (text.length > 64_000) throw new RangeError('The body is too large.')
  }
  return text
}

const problem = (status: number, code: string, detail: string) => ({
  type: 'about:blank',
  title: code,
  status,
  code,
  detail,
})

const server = createServer((request, response) => {
  void (async () => {
    if (!allowed(request)) return send(response, 401, problem(401, 'noKey', 'The key is missing or wrong.'))
    if (request.url !== '/traffic') return send(response, 404, problem(404, 'notFound', 'There is only /traffic here.'))
    try {
      if (request.method === 'PUT') await start(JSON.parse((await bodyOf(request)) || '{}'))
      else if (request.method === 'DELETE') await stop()
      send(response, 200, report())
    } catch (error) {
      send(response, 422, problem(422, 'invalid', error instanceof Error ? error.message : String(error)))
    }
  })()
})

server.listen(Number(setting('EUDROMOS_OUTSIDE_PORT')), '127.0.0.1')
const initial = process.env.EUDROMOS_TRAFFIC
if (initial !== undefined && initial !== '') void start(JSON.parse(initial))

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    void stop().finally(() => process.exit(0))
  })
