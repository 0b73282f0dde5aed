// A centre in which a private team has a conversation in hand and one that is over, with words nobody else is to read.
import { v7 as newId } from 'uuid'
import { Carrier } from '../../outside/index.ts'
import { skerrow, type Scenario } from '../../scripts/demo/load.ts'
import { EagerAgents, insist } from '../crowd.ts'
import { Stand, until } from '../stand.ts'

/** Whose team, the quay watch, is private. */
const theirs = ['wanda-pryce', 'yara-solis']
export const privateQueue = 'lost-property'
export const secret = 'a ring that was my grandmother’s'

const offeredAlways = { hoursId: null, onShiftOnly: false, selection: 'longestIdle', requirements: [] } as const

const scenario: Scenario = {
  ...skerrow,
  queues: skerrow.queues.map((queue) =>
    queue.id === privateQueue ? { ...queue, ...offeredAlways, agentIds: theirs } : queue,
  ),
}

export type Door = 'nobody' | 'agent' | 'observer' | 'supervisor' | 'administrator' | 'lead'

/** Who signs in as what; the lead is the private team's, and a supervisor and agent. */
const people: Readonly<Record<Exclude<Door, 'nobody'>, string>> = {
  agent: 'ana-mirel',
  observer: 'mei-sorrell',
  supervisor: 'rosalind-okafor',
  administrator: 'teodor-lindqvist',
  lead: 'bram-ostrander',
}

export interface Call {
  readonly method: string
  readonly path: string
  readonly body?: unknown
  readonly headers?: Readonly<Record<string, string>>
}

export interface Answer {
  readonly status: number
  readonly code: string
  readonly text: string
}

export class Scene {
  private readonly cookies = new Map<Door, string>()
  /** In hand now, and over. */
  live = ''
  over = ''
  agentId = ''
  customerId = ''
  /** A file that its customer sent. */
  contentId = ''

  private constructor(
    readonly stand: Stand,
    private readonly agents: EagerAgents,
  ) {}

  private readonly stopping = new AbortController()

  static async begin(): Promise<Scene> {
    const stand = await Stand.start({ scenario, outside: true })
    const key = stand.place.secrets.outside
    const agents = new EagerAgents(stand.origin, key, 24, () => 3_600_000)
    const scene = new Scene(stand, agents)
    agents.start()
    await scene.signInAll()
    await scene.talk(new Carrier(stand.origin, key)).catch(async (error: unknown) => {
      await scene.end()
      throw error
    })
    return scene
  }

  private async talk(customers: Carrier): Promise<void> {
    void customers
      .follow(0, this.stopping.signal, { ready: () => undefined, news: () => undefined })
      .catch(() => undefined)
    const agentOf = (id: string) =>
      until(`${id} is answered`, async () => {
        const found = await this.stand.database.query.record.findFirst({ where: (record, { eq }) => eq(record.id, id) })
        return found?.agentId
      })
    const begin = async (): Promise<string> => {
      const id = newId()
      const begun = await insist(() => customers.beginChat('skerrow-site', privateQueue, 'Wilma Rust', secret, id))
      if (begun === 'refused') throw new Error('the private team’s queue takes nobody in')
      return id
    }
    this.over = await begin()
    const first = await agentOf(this.over)
    await insist(() => customers.leave(this.over))
    await insist(() => this.agents.carrier.act(first, 'finishWrapUp', { interactionId: this.over }))
    this.live = await begin()
    this.agentId = await agentOf(this.live)
    const record = await this.stand.database.query.record.findFirst({
      where: (record, { eq }) => eq(record.id, this.over),
    })
    this.customerId = record?.customerId ?? ''
    await this.attach(this.live, customers.tokenOf(this.live))
  }

  private async attach(id: string, token: string): Promise<void> {
    const answer = await this.ask('nobody', {
      method: 'POST',
      path: `/api/gateway/chats/${id}/attachments?id=${newId()}&name=ring.gif`,
      body: `GIF89a ${secret}`,
      headers: { authorization: `Bearer ${token}` },
    })
    if (answer.status !== 201) throw new Error(`the file is not taken: ${answer.text}`)
    const kept = await this.stand.database.query.attachment.findFirst()
    this.contentId = kept?.contentId ?? ''
  }

  /** Anew where something has ended the sessions. */
  async signInAll(): Promise<void> {
    for (const [door, personId] of Object.entries(people) as [Door, string][]) {
      const answer = await fetch(`${this.stand.origin}/api/demo/sign-in`, {
        method: 'POST',
        headers: { origin: this.stand.origin, 'content-type': 'application/json' },
        body: JSON.stringify({ personId }),
      })
      if (!answer.ok) throw new Error(`${personId} cannot sign in: ${await answer.text()}`)
      this.cookies.set(
        door,
        answer.headers
          .getSetCookie()
          .map((cookie) => cookie.split(';')[0])
          .join('; '),
      )
    }
  }

  /** What is answered; of a stream what comes within a moment. */
  async ask(door: Door, { method, path, body, headers = {} }: Call): Promise<Answer> {
    const abort = new AbortController()
    const cookie = this.cookies.get(door)
    const answer = await fetch(`${this.stand.origin}${path}`, {
      method,
      headers: {
        origin: this.stand.origin,
        ...(cookie !== undefined && { cookie }),
        ...(body !== undefined && { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      signal: abort.signal,
      redirect: 'manual',
    })
    const isStream = answer.headers.get('content-type')?.startsWith('text/event-stream') === true
    const text = isStream ? await beginningOf(answer, abort) : await answer.text()
    const code = /"code":"(\w+)"/.exec(text)?.[1] ?? ''
    return { status: answer.status, code, text }
  }

  async end(): Promise<void> {
    this.agents.stop()
    this.stopping.abort()
    await this.stand.stop()
  }
}

const momentMs = 700

async function beginningOf(answer: Response, abort: AbortController): Promise<string> {
  setTimeout(() => abort.abort(), momentMs)
  let text = ''
  try {
    for await (const part of answer.body ?? []) text += new TextDecoder().decode(part as Uint8Array)
  } catch {
    // Enough was read.
  }
  return text
}
