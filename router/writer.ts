import type { Logger } from 'pino'
import { dayMs } from '@eudromos/core/hours'
import { compileTimes, type PlanDocument, type InteractionId, type ProcessId } from '@eudromos/core/plan'
import {
  advance,
  DeadlineFault,
  evolve,
  nextDeadline,
  run,
  snapshotOf,
  State,
  stateFrom,
  type Command,
  type CommandBodies,
  type CommandType,
} from '@eudromos/core/routing'
import {
  actorKey,
  beginning,
  begunBy,
  commitBatch,
  Fenced,
  makePartitions,
  placeAfter,
  putAwayJournal,
  quarterOf,
  readJournal,
  readPending,
  readReused,
  readOpenRows,
  readSnapshot,
  sqlState,
  writeSnapshot,
  type CentreClock,
  type Connection,
  type JournalRow,
  type Pending,
  type Place,
  type Lead,
} from '@eudromos/database'
import { byItself, Scribe, type Draft } from './scribe.ts'

const batchLimit = 500
const snapshotEvery = 5000
/** Of the 400 days that are compiled, the calendar is carried on once fewer than these are left. */
const leastAheadMs = 380 * dayMs

/** A batch could not be decided or committed. */
class BatchFailed extends Error {
  constructor(
    override readonly cause: unknown,
    readonly pending: readonly Pending[],
  ) {
    super('a batch failed')
  }
}

interface Gathering {
  readonly draft: Draft
  readonly pending: Pending[]
}

interface UnderWay extends Gathering {
  readonly done: Promise<void>
  failed: boolean
}

/**
 * The one who writes during one lead: decides all pending commands in memory, commits what follows in one transaction,
 * and only then lets others know. Loses nothing when it dies: the next one rebuilds from what was committed.
 */
export class Writer {
  private state = new State()
  private snapshotSeq = 0
  private limit = batchLimit
  private scribe = new Scribe(0)
  private readonly partitions = new Set<string>()
  /** The batch that is being committed. */
  private underWay: UnderWay | null = null
  /** What is decided meanwhile. */
  private next: Gathering | null = null
  /** Since when no web process lives of those that people were connected to; null while one does. */
  private cutOffSince: number | null = null
  private lastFault = ''

  constructor(
    private readonly client: Connection,
    /** Another connection, so that reading does not wait for what is under way on the first. */
    private readonly reading: Connection,
    private readonly lead: Lead,
    private readonly clock: CentreClock,
    private readonly log: Logger,
    /** Called when there is something to do that no hint tells of. */
    private readonly lookAgain: () => void,
  ) {}

  /** Comes to where the journal ends, and makes up for the time in which nobody was at work. */
  async takeOver(): Promise<void> {
    await this.rebuild()
    if (this.lead.silentMs === null) return
    const outageMs = Math.min(this.lead.silentMs, Math.max(0, this.clock.now() - this.state.at))
    await this.runInternal('resumeRouter', { outageMs })
    this.log.info({ outageMs, seq: this.scribe.seq }, 'taken over')
  }

  private async rebuild(): Promise<void> {
    const stored = await readSnapshot(this.client)
    this.state = stored === null ? new State() : stateFrom(stored.snapshot)
    let at: Place = stored === null ? beginning : { seq: stored.seq, at: this.state.at }
    this.snapshotSeq = at.seq
    for (;;) {
      const rows = await readJournal(this.client, at, 5000)
      for (const { event } of rows) evolve(this.state, event)
      at = placeAfter(rows, at)
      if (rows.length < 5000) break
    }
    this.scribe = new Scribe(at.seq, await readOpenRows(this.client))
  }

  /** Never earlier than what the journal says already. */
  private now(): number {
    return Math.max(this.state.at, this.clock.now())
  }

  /** Milliseconds until something is due by itself; null when nothing is, or nobody could do anything before it. */
  dueInMs(): number | null {
    if (this.cutOffSince !== null) return null
    const due = nextDeadline(this.state)
    return due === null ? null : Math.max(0, due - this.clock.now())
  }

  /**
   * Decides what is pending or due. While a batch is being committed, what is decided gathers for the next. True when more
   * may be pending.
   */
  async work(): Promise<boolean> {
    try {
      if (this.underWay?.failed === true) await this.settle()
      if (this.scribe.seq - this.snapshotSeq >= snapshotEvery) await this.writeSnapshot()
      return await this.decidePending()
    } catch (error) {
      if (!(error instanceof BatchFailed)) throw error
      await this.recover(error.cause, error.pending)
      return true
    }
  }

  private async decidePending(): Promise<boolean> {
    // What is decided but not yet committed when the reading begins still looks pending.
    const before = [this.underWay, this.next].flatMap((one) => one ?? [])
    const ids = new Set(before.flatMap((one) => one.pending.map(({ inboxId }) => inboxId)))
    const read = await readPending(this.reading, this.limit + ids.size)
    const room = this.limit - (this.next?.pending.length ?? 0)
    const pending = read.filter(({ inboxId }) => !ids.has(inboxId)).slice(0, room)
    const reused = await readReused(this.reading, pending)
    const isUsed = (id: InteractionId): boolean => reused.has(id) || before.some(({ draft }) => draft.has(id))
    if (pending.length > 0) await this.goOn()
    const due = this.dueInMs()
    if (pending.length > 0 || (due !== null && due <= 0)) {
      const next = (this.next ??= { draft: this.scribe.draft(), pending: [] })
      next.pending.push(...pending)
      try {
        next.draft.note(advance(this.state, this.now()))
        for (const one of pending) this.decideOne(one, next.draft, isUsed)
      } catch (error) {
        this.next = null
        await this.settle()
        throw new BatchFailed(error, next.pending)
      }
      if (this.underWay === null) this.beginNext()
    }
    return pending.length === room && this.underWay === null
  }

  /** Sends off what has gathered. Nothing follows it before it is known to be committed. */
  private beginNext(): void {
    const { next } = this
    this.next = null
    if (next === null) return
    const full = next.pending.length >= this.limit
    const done = this.commit(next.draft)
    const underWay: UnderWay = { ...next, done, failed: false }
    this.underWay = underWay
    done.then(
      () => {
        this.underWay = null
        this.limit = Math.min(batchLimit, this.limit * 2)
        this.beginNext()
        if (full) this.lookAgain()
      },
      () => {
        underWay.failed = true
        this.lookAgain()
      },
    )
  }

  /** Waits until nothing is under way. Throws BatchFailed; the state is then ahead of the journal and must be rebuilt. */
  private async settle(): Promise<void> {
    for (let { underWay } = this; underWay !== null; { underWay } = this)
      await underWay.done.catch((error: unknown) => {
        this.underWay = null
        this.next = null
        throw new BatchFailed(error, underWay?.pending ?? [])
      })
  }

  private async recover(cause: unknown, pending: readonly Pending[]): Promise<void> {
    // The same once more: taking it out did not help, and whoever comes next may know better.
    if (cause instanceof DeadlineFault && String(cause) !== this.lastFault) {
      this.lastFault = String(cause)
      this.log.error({ err: cause }, 'what fell due is taken out')
      await this.rebuild()
      await this.runInternal('quarantine', cause.deadline)
      return
    }
    if (!this.isOfACommand(cause, pending)) throw cause
    await this.rebuild()
    const [only] = pending
    if (pending.length > 1) this.limit = Math.ceil(pending.length / 2)
    else if (only !== undefined) await this.setAside(only, cause)
  }

  /**
   * Whether it may be cured by setting a command aside: the core threw, or the database would not have what follows
   * (SQLSTATE classes 22, data, and 23, integrity). A lost connection or lead is no command's fault.
   */
  private isOfACommand(error: unknown, pending: readonly Pending[]): boolean {
    if (pending.length === 0 || error instanceof Fenced || error instanceof DeadlineFault) return false
    const state = sqlState(error)
    if (state !== null) return /^2[23]/.test(state)
    return !(error instanceof Error && ('code' in error || /onnection/.test(error.message)))
  }

  private async setAside(pending: Pending, error: unknown): Promise<void> {
    const { inboxId, command } = pending
    this.log.error({ err: error, inboxId, type: command.type }, 'command set aside')
    const draft = this.scribe.draft()
    draft.answer(pending, { ok: false, seq: this.scribe.seq, setAside: String(error) })
    await this.commit(draft)
  }

  /** `isUsed`: whether an interaction has, or had, this id. One that begins under such an id would take its record over. */
  private decideOne(pending: Pending, draft: Draft, isUsed: (interactionId: InteractionId) => boolean): void {
    const { inboxId, command } = pending
    const at = this.now()
    const { onBehalfOf, reason } = command
    draft.note(advance(this.state, at))
    const begun = begunBy(command)
    const { events, refusal } =
      begun !== null && (isUsed(begun) || draft.has(begun))
        ? { events: [], refusal: { code: 'interactionExists' as const, params: { interactionId: begun } } }
        : run(this.state, command, at)
    draft.note(events, { inboxId, actor: actorKey(command.actor), onBehalfOf, reason })
    const seq = this.scribe.seq
    draft.answer(pending, refusal === null ? { ok: true, seq } : { ok: false, seq, refusal })
  }

  private async commit(draft: Draft): Promise<void> {
    if (draft.rows.length + draft.answers.length === 0) return
    await this.ensurePartitions(draft.rows)
    await commitBatch(this.client, draft.batch(this.lead.epoch))
  }

  private async ensurePartitions(rows: readonly JournalRow[]): Promise<void> {
    const quarters = new Set(rows.map(({ event }) => quarterOf(event.at)))
    const missing = [...quarters].filter((quarter) => !this.partitions.has(quarter))
    if (missing.length === 0) return
    await makePartitions(this.client, missing)
    for (const quarter of missing) this.partitions.add(quarter)
  }

  /** Puts away what of the journal is older than the plan has it at hand. */
  async putAway(): Promise<void> {
    const days = this.state.plan?.centre.journalDays
    if (days === undefined) return
    const gone = await putAwayJournal(this.reading, this.state.at - days * dayMs)
    if (gone > 0) this.log.info({ gone }, 'quarters of the journal were put away')
  }

  async writeSnapshot(): Promise<void> {
    await this.settle()
    if (this.scribe.seq === this.snapshotSeq) return
    await writeSnapshot(this.client, this.lead.epoch, { seq: this.scribe.seq, snapshot: snapshotOf(this.state) })
    this.snapshotSeq = this.scribe.seq
  }

  /**
   * Takes the connections of web processes that are gone out of the state. Where none lives at all nobody can come back or
   * do anything: nothing falls due until one does, as if the router itself had been away. `patient`: it is too early to
   * say of any that it is gone.
   */
  async noteProcesses(live: ReadonlySet<string>, patient: boolean): Promise<void> {
    const lost = new Set<ProcessId>()
    for (const { connections } of [...this.state.agents.values(), ...this.state.interactions.values()])
      for (const { processId } of connections) if (!live.has(processId)) lost.add(processId)
    if (live.size === 0 && lost.size > 0) return this.holdOn()
    await this.goOn()
    if (patient) return
    for (const processId of lost) {
      this.log.warn({ processId }, 'web process lost')
      await this.runInternal('loseProcess', { processId })
    }
  }

  private holdOn(): void {
    if (this.cutOffSince !== null) return
    this.cutOffSince = this.now()
    this.log.warn('no web process lives')
  }

  private async goOn(): Promise<void> {
    if (this.cutOffSince === null) return
    const outageMs = Math.max(0, this.now() - this.cutOffSince)
    await this.runInternal('resumeRouter', { outageMs })
    this.cutOffSince = null
    this.log.info({ outageMs }, 'a web process lives again')
  }

  /**
   * Carries on what the running plan has of the calendar, well before it ends: the same document, compiled from now on.
   * `documentOf` reads a published version.
   */
  async extendPlan(documentOf: (version: number) => Promise<PlanDocument | null>): Promise<void> {
    const { plan } = this.state
    const now = this.now()
    if (this.cutOffSince !== null || plan === null || plan.compiledUntil - now > leastAheadMs) return
    const document = await documentOf(plan.version)
    if (document === null) return
    await this.runInternal('extendPlan', { version: plan.version, times: compileTimes(document, now) })
    this.log.info({ version: plan.version }, 'plan extended')
  }

  private async runInternal<T extends CommandType>(type: T, body: CommandBodies[T]): Promise<void> {
    await this.settle()
    const draft = this.scribe.draft()
    const command = {
      id: `${type}-${this.lead.epoch}-${this.scribe.seq}`,
      type,
      v: 1,
      actor: { kind: 'system', id: 'router' },
      onBehalfOf: null,
      reason: null,
      correlation: null,
      body,
    } as unknown as Command
    draft.note(run(this.state, command, this.now()).events, { ...byItself, actor: 'system:router' })
    await this.commit(draft)
  }
}
