import type { Logger } from 'pino'
import {
  advance,
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
  commitBatch,
  Fenced,
  makePartitions,
  readJournal,
  readPending,
  readOpenRecords,
  readSnapshot,
  sqlState,
  writeSnapshot,
  type CentreClock,
  type Connection,
  type JournalRow,
  type Pending,
  type Turn,
} from '@eudromos/database'
import { byItself, Scribe, type Draft } from './scribe.ts'

const batchLimit = 500
const snapshotEvery = 5000

/** A batch could not be committed. */
class CommitFailed extends Error {
  constructor(
    override readonly cause: unknown,
    readonly pending: readonly Pending[],
  ) {
    super('a batch could not be committed')
  }
}

interface UnderWay {
  readonly done: Promise<void>
  readonly pending: readonly Pending[]
  readonly ids: ReadonlySet<number>
}

/**
 * The one who writes during one turn: decides all pending commands in memory, commits what follows in one transaction,
 * and only then lets others know. Loses nothing when it dies: the next one rebuilds from what was committed.
 */
export class Writer {
  private state = new State()
  private snapshotSeq = 0
  private limit = batchLimit
  private scribe = new Scribe(0, [])
  private readonly partitions = new Set<string>()
  /** The batch that is being committed. */
  private underWay: UnderWay | null = null

  constructor(
    private readonly client: Connection,
    /** Another connection, so that reading does not wait for what is under way on the first. */
    private readonly reading: Connection,
    private readonly turn: Turn,
    private readonly clock: CentreClock,
    private readonly log: Logger,
  ) {}

  /** Comes to where the journal ends, and makes up for the time in which nobody was at work. */
  async takeOver(): Promise<void> {
    await this.rebuild()
    if (this.turn.silentMs === null) return
    const outageMs = Math.min(this.turn.silentMs, Math.max(0, this.clock.now() - this.state.at))
    await this.runInternal('resumeRouter', { outageMs })
    this.log.info({ outageMs, seq: this.scribe.seq }, 'taken over')
  }

  private async rebuild(): Promise<void> {
    const stored = await readSnapshot(this.client)
    this.state = stored === null ? new State() : stateFrom(stored.snapshot)
    let at = stored?.seq ?? 0
    this.snapshotSeq = at
    for (;;) {
      const rows = await readJournal(this.client, at, 5000)
      for (const { event, seq } of rows) {
        evolve(this.state, event)
        at = seq
      }
      if (rows.length < 5000) break
    }
    this.scribe = new Scribe(at, await readOpenRecords(this.client))
  }

  /** Never earlier than what the journal says already. */
  private now(): number {
    return Math.max(this.state.at, this.clock.now())
  }

  /** Milliseconds until something is due by itself; null when nothing is. */
  dueInMs(): number | null {
    const due = nextDeadline(this.state)
    return due === null ? null : Math.max(0, due - this.clock.now())
  }

  /**
   * Decides what is pending or due and sends it off to be committed; meanwhile the next may be decided already. True when
   * more may be pending.
   */
  async work(): Promise<boolean> {
    if (this.scribe.seq - this.snapshotSeq >= snapshotEvery) await this.writeSnapshot()
    const { limit, underWay } = this
    const read = await readPending(this.reading, limit + (underWay?.pending.length ?? 0))
    // What was under way when the reading began can still look pending.
    const pending = read.filter(({ inboxId }) => underWay?.ids.has(inboxId) !== true).slice(0, limit)
    const due = this.dueInMs()
    let deciding: readonly Pending[] = []
    try {
      if (pending.length === 0 && (due === null || due > 0)) await this.settle()
      else {
        const draft = this.scribe.draft()
        deciding = pending
        try {
          draft.note(advance(this.state, this.now()))
          for (const one of pending) this.decideOne(one, draft)
        } catch (error) {
          await this.settle()
          throw error
        }
        await this.settle()
        this.begin(draft, pending)
      }
      return pending.length === limit
    } catch (error) {
      await this.recover(error, error instanceof CommitFailed ? error.pending : deciding)
      return true
    }
  }

  /** Sends a batch off. Nothing follows it before it is known to be committed: see `settle`. */
  private begin(draft: Draft, pending: readonly Pending[]): void {
    const done = this.commit(draft)
    // Whoever settles hears of a failure; until then it must not end the process.
    done.catch(() => undefined)
    this.underWay = { done, pending, ids: new Set(pending.map(({ inboxId }) => inboxId)) }
  }

  /** Waits for what is under way. Throws CommitFailed; the state is then ahead of the journal and must be rebuilt. */
  private async settle(): Promise<void> {
    const { underWay } = this
    if (underWay === null) return
    try {
      await underWay.done
      this.limit = Math.min(batchLimit, this.limit * 2)
    } catch (error) {
      throw new CommitFailed(error, underWay.pending)
    } finally {
      this.underWay = null
    }
  }

  private async recover(error: unknown, pending: readonly Pending[]): Promise<void> {
    const cause = error instanceof CommitFailed ? error.cause : error
    if (!this.isOfACommand(cause, pending)) throw cause
    await this.rebuild()
    const [only] = pending
    if (pending.length > 1) this.limit = Math.ceil(pending.length / 2)
    else if (only !== undefined) await this.setAside(only, cause)
  }

  /**
   * Whether it may be cured by setting a command aside: the core threw, or the database would not have what follows
   * (SQLSTATE classes 22, data, and 23, integrity). A lost connection or turn is no command's fault.
   */
  private isOfACommand(error: unknown, pending: readonly Pending[]): boolean {
    if (pending.length === 0 || error instanceof Fenced) return false
    const state = sqlState(error)
    if (state !== null) return /^2[23]/.test(state)
    return !(error instanceof Error && ('code' in error || /onnection/.test(error.message)))
  }

  private async setAside({ inboxId, command }: Pending, error: unknown): Promise<void> {
    this.log.error({ err: error, inboxId, type: command.type }, 'command set aside')
    const draft = this.scribe.draft()
    draft.answers.push({ inboxId, answer: { ok: false, seq: this.scribe.seq, setAside: String(error) } })
    await this.commit(draft)
  }

  private decideOne({ inboxId, command }: Pending, draft: Draft): void {
    const at = this.now()
    const { onBehalfOf, reason } = command
    draft.note(advance(this.state, at))
    const { events, refusal } = run(this.state, command, at)
    draft.note(events, { inboxId, actor: actorKey(command.actor), onBehalfOf, reason })
    const seq = this.scribe.seq
    draft.answers.push({ inboxId, answer: refusal === null ? { ok: true, seq } : { ok: false, seq, refusal } })
  }

  private async commit(draft: Draft): Promise<void> {
    if (draft.rows.length + draft.answers.length === 0) return
    await this.ensurePartitions(draft.rows)
    await commitBatch(this.client, draft.batch(this.turn.epoch))
  }

  private async ensurePartitions(rows: readonly JournalRow[]): Promise<void> {
    const days = new Set(rows.map(({ event }) => new Date(event.at).toISOString().slice(0, 10)))
    const missing = [...days].filter((day) => !this.partitions.has(day))
    if (missing.length === 0) return
    await makePartitions(this.client, missing)
    for (const day of missing) this.partitions.add(day)
  }

  async writeSnapshot(): Promise<void> {
    await this.settle()
    if (this.scribe.seq === this.snapshotSeq) return
    await writeSnapshot(this.client, this.turn.epoch, { seq: this.scribe.seq, snapshot: snapshotOf(this.state) })
    this.snapshotSeq = this.scribe.seq
  }

  /** Takes the connections of web processes that are gone out of the state. */
  async loseProcesses(live: ReadonlySet<string>): Promise<void> {
    const lost = new Set<string>()
    for (const { connections } of [...this.state.agents.values(), ...this.state.interactions.values()])
      for (const { processId } of connections) if (!live.has(processId)) lost.add(processId)
    for (const processId of lost) {
      this.log.warn({ processId }, 'web process lost')
      await this.runInternal('loseProcess', { processId })
    }
  }

  private async runInternal<T extends CommandType>(type: T, body: CommandBodies[T]): Promise<void> {
    await this.settle()
    const draft = this.scribe.draft()
    const command = {
      id: `${type}-${this.turn.epoch}-${this.scribe.seq}`,
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
