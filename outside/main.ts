// The simulated services' process. Its environment: EUDROMOS_ORIGIN, where the gateway is; EUDROMOS_OUTSIDE_KEY;
// EUDROMOS_OUTSIDE_PORT, where it takes orders on loopback; EUDROMOS_SCANNER, the socket at which it scans files; EUDROMOS_TRAFFIC, settings as JSON to begin with.
import { timingSafeEqual } from 'node:crypto'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { pino } from 'pino'
import { CallNetwork } from './calls.ts'
import { mailboxes, phones, stock } from './numbers.ts'
import { seeded } from './random.ts'
import { startScanner } from './scanner.ts'
import { readSettings, usualTraffic } from './settings.ts'
import { mailService, readFiles, readNetwork, TextNetwork, type PhoneText, type SentFile } from './texts.ts'
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
const texts = new TextNetwork(origin, key, seeded(7), log)
const mails = new TextNetwork(origin, key, seeded(11), log, mailService)
const calls = new CallNetwork(texts, (number) => phones.some((one) => one.number === number))
let traffic: Traffic | null = null

async function stop(): Promise<void> {
  await traffic?.stop()
}

async function start(input: unknown): Promise<void> {
  const settings = readSettings(input)
  await stop()
  traffic = new Traffic(settings, origin, key, log, { texts, mails, calls })
  traffic.start()
}

const report = (): object =>
  traffic?.report() ?? { ...usualTraffic, running: false, begun: 0, agentsConnected: 0, underWay: 0, trouble: null }

function send(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': status < 400 ? 'application/json' : 'application/problem+json' })
  response.end(JSON.stringify(body))
}

function allowed(request: IncomingMessage): boolean {
  const given = Buffer.from(request.headers.authorization ?? '')
  const wanted = Buffer.from(`Bearer ${key}`)
  return given.length === wanted.length && timingSafeEqual(given, wanted)
}

/** Of an email with its files. */
const mostBody = 10_000_000
/** A caller's message of two minutes, as base64, is some 500 kB. */
const mostSound = 2_000_000

async function bodyOf(request: IncomingMessage): Promise<string> {
  let text = ''
  for await (const part of request) {
    text += String(part)
    if (text.length > mostBody) throw new RangeError('The body is too large.')
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

interface Answered {
  readonly status: number
  readonly body: unknown
}
type Handler = (url: URL, body: unknown) => Answered | Promise<Answered>

const well = (body: object, status = 200): Answered => ({ status, body })

/** The customer's number or address in the path. */
const phone = (url: URL): string => decodeURIComponent(url.pathname.split('/')[2] ?? '')
const ringing = (url: URL): string => decodeURIComponent(url.pathname.split('/')[4] ?? '')
const textOf = (value: unknown, name: string, most = 4000): string => {
  if (typeof value !== 'string' || value === '' || value.length > most)
    throw new RangeError(`${name}: give a text of at most ${most.toLocaleString('en')} characters.`)
  return value
}
/** The words of a text; none are needed beside a picture, or a file. */
const wordsOf = (value: unknown, pictures: readonly SentFile[]): string =>
  pictures.length > 0 && (value === '' || value === undefined) ? '' : textOf(value, 'Text')
const fields = (body: unknown): Record<string, unknown> => (body ?? {}) as Record<string, unknown>

/** Read again every second: without what the files weigh. */
const light = ({ files, ...text }: PhoneText) => ({
  ...text,
  files: files.map(({ name, type, data }) => ({ name, type, bytes: Math.floor((data.length * 3) / 4) })),
})

/** One file of one text or email, as the path has it. */
function fileOf(network: TextNetwork, url: URL): Answered {
  const [, , , , id = '', , n] = url.pathname.split('/')
  const found = network.of(phone(url)).find((one) => one.id === decodeURIComponent(id))?.files[Number(n)]
  return found === undefined ? well(problem(404, 'notFound', 'The file is kept no longer.'), 404) : well(found)
}

const idOf = (id: unknown): string | undefined => (typeof id === 'string' ? id : undefined)
const mostMail = 20_000
/** The words of an email; none are needed beside a file. */
const mailOf = (value: unknown, files: readonly SentFile[]): string =>
  files.length > 0 && value === '' ? '' : textOf(value, 'Text', mostMail)

/** The orders that are taken, by method and path; what the centre hands over as well. */
const routes: readonly [RegExp, Handler][] = [
  [/^GET \/traffic$/, () => well(report())],
  [/^PUT \/traffic$/, async (_, body) => start(body ?? {}).then(() => well(report()))],
  [/^DELETE \/traffic$/, async () => stop().then(() => well(report()))],
  [/^GET \/numbers$/, () => well({ numbers: stock })],
  [/^GET \/phones$/, () => well({ phones })],
  [/^GET \/phones\/[^/]+\/texts$/, (url) => well({ texts: texts.of(phone(url)).map(light) })],
  [/^GET \/phones\/[^/]+\/texts\/[^/]+\/files\/\d{1,2}$/, (url) => fileOf(texts, url)],
  [
    /^POST \/phones\/[^/]+\/texts$/,
    (url, body) => {
      const { to, text, id, files: given } = fields(body)
      const files = readFiles(given)
      const written = { text: wordsOf(text, files), files }
      return well({ state: texts.write(phone(url), textOf(to, 'To'), written, idOf(id)).state })
    },
  ],
  [
    /^POST \/phones\/[^/]+\/calls$/,
    (url, body) => {
      const { to, id } = fields(body)
      return calls.call(phone(url), textOf(to, 'To'), textOf(id, 'Id'))
    },
  ],
  [
    /^GET \/phones\/[^/]+\/calls$/,
    (url) => well({ calls: calls.at(phone(url)).map(({ id, from }) => ({ id, from })) }),
  ],
  [
    /^POST \/phones\/[^/]+\/messages$/,
    (url, body) => {
      const { to, id, sound } = fields(body)
      return calls.leave(phone(url), textOf(to, 'To'), textOf(id, 'Id'), textOf(sound, 'Sound', mostSound))
    },
  ],
  [
    /^POST \/phones\/[^/]+\/calls\/[^/]+\/answer$/,
    (url) => {
      const found = calls.answer(phone(url), ringing(url))
      return found === null ? well(problem(410, 'over', 'It rings no longer.'), 410) : well(found)
    },
  ],
  [
    /^POST \/phones\/[^/]+\/calls\/[^/]+\/refuse$/,
    (url, body) => {
      calls.refuse(phone(url), ringing(url), fields(body).busy === true ? 'busy' : 'refused')
      return well({})
    },
  ],
  [
    /^POST \/calls$/,
    (_, body) => {
      if (!texts.settings.up) return well(problem(503, 'networkDown', 'The network carries no calls now.'), 503)
      const { id, from, to, callId, token } = fields(body)
      calls.ring({
        id: textOf(id, 'Id'),
        from: textOf(from, 'From'),
        to: textOf(to, 'To'),
        callId: textOf(callId, 'Call'),
        token: textOf(token, 'Token'),
      })
      return well({ id }, 202)
    },
  ],
  [
    /^DELETE \/calls\/[^/]+$/,
    (url) => {
      calls.stop(decodeURIComponent(url.pathname.split('/')[2] ?? ''))
      return well({})
    },
  ],
  [/^GET \/mailboxes$/, () => well({ mailboxes })],
  [/^GET \/mailboxes\/[^/]+\/mails$/, (url) => well({ mails: mails.of(phone(url)).map(light) })],
  [/^GET \/mailboxes\/[^/]+\/mails\/[^/]+\/files\/\d{1,2}$/, (url) => fileOf(mails, url)],
  [
    /^POST \/mailboxes\/[^/]+\/mails$/,
    (url, body) => {
      const { to, subject, text, id, files: given } = fields(body)
      const files = readFiles(given, mailService)
      const name = mailboxes.find(({ address }) => address === phone(url))?.person
      const written = { name, subject: typeof subject === 'string' ? subject : '', text: mailOf(text, files), files }
      return well({ state: mails.write(phone(url), textOf(to, 'To'), written, idOf(id)).state })
    },
  ],
  [
    /^POST \/mails$/,
    (_, body) => {
      if (!mails.settings.up) return well(problem(503, 'networkDown', 'The network takes no email now.'), 503)
      const { id, from, to, subject, text, files: given } = fields(body)
      const files = readFiles(given, mailService)
      const ends = { id: textOf(id, 'Id'), from: textOf(from, 'From'), to: textOf(to, 'To') }
      mails.take({ ...ends, subject: textOf(subject, 'Subject', 998), text: mailOf(text, files), files })
      return well({ id }, 202)
    },
  ],
  [/^GET \/network$/, () => well(texts.settings)],
  [/^PUT \/network$/, (_, body) => well((texts.settings = mails.settings = readNetwork(body, texts.settings)))],
  [
    /^POST \/texts$/,
    (_, body) => {
      if (!texts.settings.up) return well(problem(503, 'networkDown', 'The network takes no texts now.'), 503)
      const { id, from, to, text, pictures } = fields(body)
      const files = readFiles(pictures)
      const words = wordsOf(text, files)
      texts.take({ id: textOf(id, 'Id'), from: textOf(from, 'From'), to: textOf(to, 'To'), text: words, files })
      return well({ id }, 202)
    },
  ],
]

const server = createServer((request, response) => {
  void (async () => {
    if (!allowed(request)) return send(response, 401, problem(401, 'noKey', 'The key is missing or wrong.'))
    const url = new URL(request.url ?? '/', 'http://outside')
    const wanted = `${request.method ?? ''} ${url.pathname}`
    try {
      const written = ['PUT', 'POST'].includes(request.method ?? '') ? await bodyOf(request) : ''
      const body: unknown = written === '' ? null : JSON.parse(written)
      const found = routes.find(([pattern]) => pattern.test(wanted))
      if (found === undefined) return send(response, 404, problem(404, 'notFound', `There is no ${wanted} here.`))
      const answer = await found[1](url, body)
      send(response, answer.status, answer.body)
    } catch (error) {
      send(response, 422, problem(422, 'invalid', error instanceof Error ? error.message : String(error)))
    }
  })()
})

server.listen(Number(setting('EUDROMOS_OUTSIDE_PORT')), '127.0.0.1', () => {
  const scanner = process.env.EUDROMOS_SCANNER
  if (scanner !== undefined && scanner !== '')
    startScanner(scanner).on('error', (error) => log.error({ err: error }, 'files cannot be scanned'))
  const initial = process.env.EUDROMOS_TRAFFIC
  if (initial !== undefined && initial !== '') void start(JSON.parse(initial))
})
server.once('error', (error) => {
  log.error({ err: error }, 'its port cannot be had')
  process.exit(1)
})

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    void stop().finally(() => process.exit(0))
  })
