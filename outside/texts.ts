import type { Logger } from 'pino'
import { v7 as newId } from 'uuid'
import { signed } from './signing.ts'

export type TextState = 'sending' | 'delivered' | 'failed'

/** A picture that goes with a text, or a file with an email; its bytes as base64. */
export interface SentFile {
  readonly name: string
  readonly type: string
  readonly data: string
}

/** One text or email on the network, as the customer's telephone or mailbox shows it. */
export interface PhoneText {
  readonly id: string
  readonly from: string
  readonly to: string
  /** Of an email. */
  readonly subject: string
  readonly text: string
  readonly files: SentFile[]
  readonly at: number
  state: TextState
  reason: string | null
}

export interface NetworkSettings {
  /** Milliseconds that a text takes. */
  readonly delayMs: number
  /** Of a hundred texts to customers so many do not arrive. */
  readonly failPercent: number
  /** Whether the network takes texts at all. */
  readonly up: boolean
}

export const usualNetwork: NetworkSettings = { delayMs: 600, failPercent: 0, up: true }

/** The settings from outside the program; what is missing stays. Throws a sentence that names what is wrong. */
export function readNetwork(input: unknown, before: NetworkSettings): NetworkSettings {
  if (input === null || typeof input !== 'object') throw new RangeError('Give the settings as a JSON object.')
  const { delayMs, failPercent, up } = { ...before, ...(input as Partial<NetworkSettings>) }
  const within = (value: unknown, most: number): boolean => typeof value === 'number' && value >= 0 && value <= most
  if (!within(delayMs, 60_000)) throw new RangeError('Delay: give milliseconds from 0 to 60,000.')
  if (!within(failPercent, 100)) throw new RangeError('Not delivered: give a percentage from 0 to 100.')
  if (typeof up !== 'boolean') throw new RangeError('Network: say whether it is up, true or false.')
  return { delayMs, failPercent, up }
}

const retriesMs = [1000, 2000, 5000, 10_000]
const mostKept = 20_000
/** Of what has files, which take much room. */
const mostWithFiles = 100
const mostFiles = 10
const mostPictureData = 1_400_000
const mostFileData = 7_000_000

/** The files of a text or an email as they are given; throws a sentence that names what is wrong. */
export function readFiles(input: unknown, { kind }: Pick<Service, 'kind'> = textService): SentFile[] {
  const limits = { texts: ['Pictures', mostPictureData, 1], mails: ['Files', mostFileData, 5] } as const
  const [what, most, megabytes] = limits[kind]
  if (input === undefined || input === null) return []
  if (!Array.isArray(input) || input.length > mostFiles)
    throw new RangeError(`${what}: give a list of at most ${mostFiles}.`)
  return input.map((one: unknown) => {
    const { name, type, data } = (one ?? {}) as Partial<Record<keyof SentFile, unknown>>
    if (typeof data !== 'string' || data === '' || data.length > most)
      throw new RangeError(`${what}: give each with its data as base64, of at most ${megabytes} MB.`)
    const form = kind === 'texts' ? /^image\/[a-z+.-]+$/ : /^[a-z]+\/[a-z0-9+.-]+$/
    if (typeof type !== 'string' || !form.test(type))
      throw new RangeError(`${what}: give the type of each, such as image/png.`)
    return { name: typeof name === 'string' ? name : '', type, data }
  })
}

/** What a network carries, and what it is called at the centre's gateway. */
interface Service {
  readonly kind: 'texts' | 'mails'
  /** How what goes along is called in what the centre is told. */
  readonly files: string
}
export const textService: Service = { kind: 'texts', files: 'pictures' }
export const mailService: Service = { kind: 'mails', files: 'files' }

/** What one end writes to the other. */
export interface Written {
  readonly text: string
  readonly subject?: string
  /** As whom an email is sent. */
  readonly name?: string
  readonly files?: SentFile[]
}

/** A network of texts or email between the centre and customers. Holds in memory what each of these has. */
export class TextNetwork {
  settings = usualNetwork
  private readonly texts = new Map<string, PhoneText>()
  private readonly withFiles: PhoneText[] = []
  private readonly watchers = new Set<(text: PhoneText) => void>()

  constructor(
    private readonly origin: string,
    private readonly key: string,
    private readonly random: () => number,
    private readonly log: Logger,
    private readonly service: Service = textService,
    private readonly now: () => number = () => Date.now(),
  ) {}

  /** All that a customer's number or address has, oldest first. */
  of(number: string): PhoneText[] {
    return [...this.texts.values()].filter(({ from, to }) => from === number || to === number)
  }

  /** Calls with everything that arrives at a customer's. */
  watch(watcher: (text: PhoneText) => void): () => void {
    this.watchers.add(watcher)
    return () => this.watchers.delete(watcher)
  }

  private keep(text: PhoneText): void {
    this.texts.set(text.id, text)
    const [oldest] = this.texts.keys()
    if (this.texts.size > mostKept && oldest !== undefined) this.texts.delete(oldest)
    if (text.files.length > 0) this.withFiles.push(text)
    if (this.withFiles.length > mostWithFiles) this.withFiles.shift()?.files.splice(0)
  }

  /** A customer sends one; it is carried to the centre. The same id a second time is the same text. */
  write(from: string, to: string, written: string | Written, id: string = newId()): PhoneText {
    const known = this.texts.get(id)
    if (known !== undefined) return known
    const { text, subject = '', name, files = [] } = typeof written === 'string' ? { text: written } : written
    const one: PhoneText = { id, from, to, subject, text, files, at: this.now(), state: 'sending', reason: null }
    this.keep(one)
    setTimeout(() => void this.bring(one, name), this.settings.delayMs / 2)
    return one
  }

  private async bring(one: PhoneText, name: string | undefined, tried = 0): Promise<void> {
    const { id, from, to, subject, text, files } = one
    const headed = this.service.kind === 'mails' ? { name, subject } : {}
    const message = { id, from, to, ...headed, text, ...(files.length > 0 && { [this.service.files]: files }) }
    const answer = this.settings.up ? await this.tell(`/api/gateway/${this.service.kind}`, id, message) : null
    if (answer?.ok === true) one.state = 'delivered'
    else if (answer !== null && answer.status < 500 && answer.status !== 429) {
      one.state = 'failed'
      one.reason = ((await answer.json().catch(() => ({}))) as { detail?: string }).detail ?? `HTTP ${answer.status}`
    } else {
      // A network tries for long; this one gives up after a while, so that one sees it.
      const pause = retriesMs[Math.min(tried, retriesMs.length - 1)] ?? 0
      if (tried < 30) setTimeout(() => void this.bring(one, name, tried + 1), pause)
      else Object.assign(one, { state: 'failed', reason: 'The centre could not be reached.' })
    }
  }

  /** The centre hands one over; it arrives after a while, or does not, and the centre is told. */
  take({ id, from, to, subject = '', text, files = [] }: Pick<PhoneText, 'id' | 'from' | 'to'> & Written): void {
    if (this.texts.has(id)) return
    const one: PhoneText = { id, from, to, subject, text, files, at: this.now(), state: 'sending', reason: null }
    this.keep(one)
    setTimeout(() => {
      const fails = this.random() * 100 < this.settings.failPercent
      one.state = fails ? 'failed' : 'delivered'
      one.reason = fails ? 'unreachable' : null
      if (!fails) for (const watcher of this.watchers) watcher(one)
      void this.report(one)
    }, this.settings.delayMs)
  }

  private async report({ id, state, reason }: PhoneText, tried = 0): Promise<void> {
    const answer = await this.tell(`/api/gateway/${this.service.kind}/reports`, `${id}.${state}`, { id, state, reason })
    if (answer !== null && answer.status < 500) return
    const text = this.texts.get(id)
    if (text !== undefined && tried < 30)
      setTimeout(() => void this.report(text, tried + 1), retriesMs[Math.min(tried, retriesMs.length - 1)])
  }

  /** Tells the centre something, signed; null where it does not answer. */
  async tell(path: string, id: string, message: object): Promise<Response | null> {
    const body = JSON.stringify(message)
    try {
      return await fetch(`${this.origin}${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...signed(this.key, id, body, Date.now()) },
        body,
        signal: AbortSignal.timeout(20_000),
      })
    } catch (error) {
      this.log.warn({ err: error }, 'the centre does not answer')
      return null
    }
  }
}
