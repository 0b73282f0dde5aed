import type { Logger } from 'pino'
import type {
  PlanDocument,
  AddressId,
  CustomerId,
  InteractionId,
  LineId,
  ContentId,
  PersonId,
  QueueId,
} from '@eudromos/core/plan'
import { State, stateFrom, type Event } from '@eudromos/core/routing'
import {
  beginning,
  connectAlone,
  listen,
  readContents,
  readCustomerNames,
  readJournal,
  readPeople,
  readPublished,
  readNews,
  readAddresses,
  readStops,
  readSnapshot,
  type CentreClock,
  type Database,
  type News,
  type Person,
  type Place,
  type Signal,
  type Submission,
  type TranscriptLine,
} from '@eudromos/database'
import { Spoken } from './spoken.ts'
import { Touched } from './touched.ts'
import { textLineOf } from '../gateway/text-line.ts'

interface Pair {
  readonly lineId: LineId
  readonly addressId: AddressId
}

const pollMs = 1000
const retryMs = 200
const pageRows = 5000
/** How many changes are remembered for streams that come back after a break. */
const remembered = 4000

/** What one stretch of the journal touched; `everything`: all is to be looked at, as after a plan, or on a new day. */
export interface Change {
  readonly seq: number
  readonly everything: boolean
  readonly interactions: ReadonlySet<InteractionId>
  readonly people: ReadonlySet<PersonId>
  readonly queues: ReadonlySet<QueueId>
  /** Of these the open lists: whoever takes from one sees what came to it. */
  readonly openLists: readonly QueueId[]
  readonly messages: readonly TranscriptLine[]
  readonly events: readonly Event[]
}

export interface Typing {
  readonly interactionId: InteractionId
  readonly side: 'customer' | 'agent'
}

export interface Watcher {
  changed?(change: Change): void
  typing?(typing: Typing): void
  /** What is known of these interactions is another than was told: whoever shows them shows them anew. */
  refreshed?(interactions: ReadonlySet<InteractionId>): void
  /** Two ends of a call set it up. */
  signal?(signal: Signal): void
  /** Somebody's session has changed or is over; null: any may have, for nobody listened. */
  session?(sessionId: string | null): void
}

const isUnbroken = (rows: News['rows']): boolean =>
  rows.every(({ seq }, n) => n === 0 || seq === (rows[n - 1]?.seq ?? NaN) + 1)

/** Follows the journal in one process and folds it: what it holds is a function of committed events. */
export class Follower {
  state = new State()
  /** The last event that is folded. */
  seq = 0
  /** Up to where watchers were told: what they are told next follows on this, however far the state is already. */
  toldSeq = 0
  private renamedSeq = -1
  document: PlanDocument | null = null
  people = new Map<PersonId, Person>()
  readonly customerNames = new Map<CustomerId, string>()
  /** What customers are told in emergencies, and why stopgaps are laid, by the id of the content. */
  readonly announcements = new Map<ContentId, string>()
  /** Of each live call and thread the customer's number or address, and whether they want no texts. */
  readonly numbers = new Map<InteractionId, { readonly value: string; readonly stopped: boolean }>()
  /** What was left with transfers of live interactions, by the id of the content. */
  readonly handovers = new Map<ContentId, string>()
  readonly spoken: Spoken
  /** Why it follows no more (an event that it does not know), or null. */
  stopped: string | null = null
  private readonly watchers = new Set<Watcher>()
  private readonly past: Change[] = []
  private reading = false
  private read: Promise<void> = Promise.resolve()
  /** The journal may hold more than was heard of. */
  private mustRead = false
  private heard: News['rows'][number][] = []
  /** Customers whose names and words are to be read anew; null: all. */
  private forgotten: Set<string> | null = new Set()
  private closed = false
  private ear: { end(): Promise<void> } | null = null
  private timer: NodeJS.Timeout | null = null

  constructor(
    private readonly database: Database,
    /** For what is read by its key, many times a second. */
    private readonly lookups: Database,
    private readonly url: string,
    private readonly clock: CentreClock,
    private readonly log: Logger,
    /** Called on every hint, for those who wait for answers: with what it brought, null when that is to be read. */
    private readonly hinted: (news: News | null) => void,
    /** Called once, when it cannot follow any more. */
    private readonly givenUp: (why: string) => void,
  ) {
    this.spoken = new Spoken(lookups)
  }

  async start(): Promise<void> {
    const stored = await readSnapshot(this.database.$client)
    if (stored !== null) {
      this.state = stateFrom(stored.snapshot)
      this.seq = stored.seq
    }
    await this.hear()
    await this.pull()
    await this.loadNames()
    this.toldSeq = this.seq
    this.timer = setInterval(() => void this.pull(), pollMs)
  }

  async close(): Promise<void> {
    this.closed = true
    if (this.timer !== null) clearInterval(this.timer)
    await this.ear?.end().catch(() => undefined)
  }

  /** Keeps what a command of this process brings along until its event comes by. */
  expect({ contents = [], customer }: Submission): void {
    for (const content of contents) this.spoken.expect(content)
    if (customer !== undefined) this.customerNames.set(customer.id, customer.name)
  }

  watch(watcher: Watcher): () => void {
    this.watchers.add(watcher)
    return () => this.watchers.delete(watcher)
  }

  /** All that changed after `seq`, or null where that is too long ago. */
  since(seq: number): Change[] | null {
    const first = this.past[0]
    // Names that are others since are no event: whoever was away then may have missed them.
    if (seq <= this.renamedSeq) return null
    if (seq === this.toldSeq) return []
    if (first === undefined || seq > this.toldSeq || seq < first.seq - 1) return null
    const missed = this.past.filter((change) => change.seq > seq)
    return missed.some(({ everything }) => everything) ? null : missed
  }

  private async hear(): Promise<void> {
    if (this.closed) return
    try {
      const client = await connectAlone(this.url)
      // What was told while nobody listened is not told again.
      if (this.ear !== null) this.forgotten = null
      this.ear = client
      client.on('end', () => setTimeout(() => void this.hear(), 500))
      await listen(client, ['journal', 'clock', 'typing', 'signal', 'forget', 'session'], (channel, payload) => {
        if (channel === 'journal') this.heardNews(readNews(payload))
        else if (channel === 'clock') void this.clock.refresh(this.database.$client).catch(() => undefined)
        else if (channel === 'forget') this.heardForget(payload as CustomerId)
        else if (channel === 'session') this.tell((watcher) => watcher.session?.(payload))
        else {
          const told = JSON.parse(payload) as Typing & Signal
          this.tell((watcher) => (channel === 'typing' ? watcher.typing?.(told) : watcher.signal?.(told)))
        }
      })
      this.tell((watcher) => watcher.session?.(null))
      void this.pull()
    } catch {
      setTimeout(() => void this.hear(), 500)
    }
  }

  private heardNews(news: News | null): void {
    this.hinted(news)
    if (news === null) this.mustRead = true
    else this.heard.push(...news.rows)
    void this.goOn()
  }

  private heardForget(customerId: CustomerId): void {
    this.forgotten?.add(customerId)
    void this.goOn()
  }

  /** Words of a command that was refused: they are kept nowhere. */
  unsay({ contents = [], customer }: Submission): void {
    for (const { id } of contents) this.spoken.unsay(id)
    if (customer !== undefined) this.customerNames.delete(customer.id)
  }

  private tell(how: (watcher: Watcher) => void): void {
    for (const watcher of this.watchers) how(watcher)
  }

  /** Reads the journal to its end; whatever was committed before the call is folded when this resolves. */
  pull(): Promise<void> {
    this.mustRead = true
    return this.goOn()
  }

  private goOn(): Promise<void> {
    if (!this.reading) {
      this.reading = true
      this.read = this.readOn()
    }
    return this.read
  }

  private async readOn(): Promise<void> {
    try {
      while (this.stopped === null && !this.closed) {
        const heard = this.forgotten?.size === 0 ? this.nextHeard() : []
        if (this.forgotten === null || this.forgotten.size > 0) await this.forget()
        else if (heard.length > 0) await this.take(heard)
        else if (this.mustRead) {
          this.mustRead = false
          const rows = await readJournal(this.lookups.$client, this.place(), pageRows)
          if (rows.length === pageRows) this.mustRead = true
          if (rows.length > 0) await this.take(rows)
        } else break
      }
    } catch (error) {
      this.log.warn({ err: error }, 'could not read the journal')
    } finally {
      this.reading = false
    }
  }

  private place(): Place {
    return this.seq === 0 ? beginning : { seq: this.seq, at: this.state.at }
  }

  /** What hints brought that follows on what is folded. Where something is missing between, all is read instead. */
  private nextHeard(): News['rows'] {
    const rows = this.heard.filter(({ seq }) => seq > this.seq)
    this.heard = []
    const first = rows[0]
    if (first === undefined || (first.seq === this.seq + 1 && isUnbroken(rows))) return rows
    this.mustRead = true
    return []
  }

  private async take(rows: News['rows']): Promise<void> {
    const touched = new Touched()
    const said: Event<'messageSent'>[] = []
    /** Interactions whose customers said something. */
    const spoke = new Set<InteractionId>()
    for (const { seq, event } of rows) {
      try {
        touched.fold(this.state, event)
        this.seq = seq
        if (event.type === 'messageSent') {
          said.push(event)
          if (event.side === 'customer') spoke.add(event.interactionId)
        }
        if (event.type === 'interactionArrived') this.spoken.begin(event.interactionId)
      } catch (error) {
        this.stopped = `the journal's event ${seq} (${event.type}) could not be followed: ${String(error)}`
        this.log.fatal({ err: error, seq }, 'stopped following')
        this.givenUp(this.stopped)
        return
      }
    }
    // The events are folded: whoever watches must hear of them, however long the database takes to come back.
    const has = (type: Event['type']): boolean => rows.some(({ event }) => event.type === type)
    const { everything, interactions, people, queues, customers } = touched
    if (has('planTaken')) await this.insist(() => this.loadPlan())
    if (everything || has('stopgapBegan')) await this.insist(() => this.loadAnnouncements())
    const [messages] = await Promise.all([
      this.insist(() =>
        this.spoken.read(said.filter(({ interactionId }) => this.state.interactions.has(interactionId))),
      ),
      this.insist(() => this.loadCustomers(customers)),
      this.insist(() => this.loadNumbers(interactions, spoke)),
      ...(has('transferred') ? [this.insist(() => this.loadHandovers())] : []),
    ])
    this.spoken.add(messages)
    for (const id of interactions) if (!this.state.interactions.has(id)) this.spoken.end(id)
    const change: Change = {
      seq: this.seq,
      everything,
      interactions,
      people,
      queues,
      openLists: [...queues].filter((id) => this.state.lookup.queues.get(id)?.selection === 'openList'),
      messages,
      events: rows.map(({ event }) => event),
    }
    this.past.push(change)
    this.toldSeq = change.seq
    if (this.past.length > remembered) this.past.splice(0, remembered / 2)
    this.tell((watcher) => watcher.changed?.(change))
  }

  /** Reads names, numbers and words of some customers, or of all, anew, and keeps nothing of what they were. */
  private async forget(): Promise<void> {
    const whose = this.forgotten
    this.forgotten = new Set()
    const isTheirs = (customerId: CustomerId): boolean => whose?.has(customerId) ?? true
    const interactions = new Set<InteractionId>()
    for (const { id, customerId, handover } of this.state.interactions.values()) {
      if (!isTheirs(customerId)) continue
      interactions.add(id)
      this.numbers.delete(id)
      if (handover?.noteContentId != null) this.handovers.delete(handover.noteContentId)
    }
    for (const id of this.customerNames.keys()) if (isTheirs(id)) this.customerNames.delete(id)
    this.spoken.forget(interactions)
    this.past.length = 0
    await this.insist(() => this.loadWords())
    this.renamedSeq = this.toldSeq
    this.tell((watcher) => watcher.refreshed?.(interactions))
  }

  private async insist<T>(load: () => Promise<T>): Promise<T> {
    for (;;)
      try {
        return await load()
      } catch (error) {
        if (this.closed) throw error
        this.log.warn({ err: error }, 'could not read what events refer to; trying again')
        await new Promise((resolve) => setTimeout(resolve, retryMs))
      }
  }

  private async loadNames(): Promise<void> {
    await this.loadPlan()
    await this.loadAnnouncements()
    await this.loadWords()
  }

  /** Names, numbers and notes of customers who are in the centre now, as far as they are not known. */
  private async loadWords(): Promise<void> {
    await this.loadHandovers()
    const { interactions, blockRequests, quarantined } = this.state
    const taken = quarantined.flatMap(({ interaction }) => interaction ?? [])
    await this.loadCustomers(
      new Set([...interactions.values(), ...blockRequests, ...taken].map(({ customerId }) => customerId)),
    )
    await this.loadNumbers(new Set(this.state.interactions.keys()))
  }

  private async loadPlan(): Promise<void> {
    if (this.state.plan === null) return
    this.document = await readPublished(this.database, this.state.plan.version)
    this.people = new Map((await readPeople(this.database)).map((person) => [person.id, person]))
  }

  private async loadAnnouncements(): Promise<void> {
    const { emergencies, stopgaps } = this.state
    const wanted = [
      ...emergencies.flatMap(({ announcementId }) => announcementId ?? []),
      ...stopgaps.flatMap(({ wordsId }) => wordsId ?? []),
    ]
    const missing = wanted.filter((id) => !this.announcements.has(id))
    const read = await readContents(this.database, missing)
    for (const id of missing) this.announcements.set(id, read.get(id)?.text ?? '')
  }

  private async loadHandovers(): Promise<void> {
    const wanted = [...this.state.interactions.values()].flatMap(({ handover }) => handover?.noteContentId ?? [])
    for (const id of this.handovers.keys()) if (!wanted.includes(id)) this.handovers.delete(id)
    const missing = wanted.filter((id) => !this.handovers.has(id))
    if (missing.length === 0) return
    const read = await readContents(this.lookups, missing)
    for (const id of missing) this.handovers.set(id, read.get(id)?.text ?? '')
  }

  private async loadCustomers(ids: ReadonlySet<CustomerId>): Promise<void> {
    const missing = [...ids].filter((id) => !this.customerNames.has(id))
    if (missing.length === 0) return
    const names = await readCustomerNames(this.lookups, missing)
    for (const id of missing) this.customerNames.set(id, names.get(id) ?? '')
    if (this.customerNames.size > 50_000) {
      const kept = new Set([...this.state.interactions.values()].map(({ customerId }) => customerId))
      for (const id of this.customerNames.keys()) if (!kept.has(id)) this.customerNames.delete(id)
    }
  }

  /** The numbers of calls and texts, and what their customers said last of getting texts at all. */
  private async loadNumbers(
    ids: ReadonlySet<InteractionId>,
    spoke: ReadonlySet<InteractionId> = new Set(),
  ): Promise<void> {
    const wanted: (Pair & { id: InteractionId })[] = []
    for (const id of ids) {
      const interaction = this.state.interactions.get(id)
      if (interaction === undefined) this.numbers.delete(id)
      else if (interaction.addressId !== null && (!this.numbers.has(id) || spoke.has(id))) {
        const lineId = textLineOf(this.document, interaction) ?? interaction.lineId
        wanted.push({ id, lineId, addressId: interaction.addressId })
      }
    }
    if (wanted.length === 0) return
    const [values, stops] = await Promise.all([
      readAddresses(this.lookups, [...new Set(wanted.map(({ addressId }) => addressId))]),
      readStops(this.lookups, wanted),
    ])
    for (const { id, lineId, addressId } of wanted)
      this.numbers.set(id, { value: values.get(addressId) ?? '', stopped: stops.has(`${lineId} ${addressId}`) })
  }
}
