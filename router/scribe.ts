import type { InteractionId } from '@eudromos/core/plan'
import { byKey, Folds, type OpenRows, type Rows } from '@eudromos/core/records'
import type { Command, Event } from '@eudromos/core/routing'
import type { Answer, Batch, Cause, JournalRow, Pending, TextRow } from '@eudromos/database'

export const byItself: Cause = { inboxId: null, actor: null, onBehalfOf: null, reason: null }

/** Numbers events and derives from them what the read tables hold. */
export class Scribe {
  private readonly open: OpenRows

  constructor(
    /** The number of the last event there is. */
    public seq: number,
    /** The rows that may change yet, as of that event. */
    open: Partial<Rows> = {},
  ) {
    this.open = byKey(open)
  }

  draft(): Draft {
    return new Draft(this, this.open)
  }
}

/** What a batch has decided so far; nobody knows of it before it is committed. */
export class Draft {
  readonly rows: JournalRow[] = []
  readonly answers: { inboxId: number; answer: Answer }[] = []
  private readonly refused: Command[] = []
  private readonly texts: TextRow[] = []
  private readonly folds: Folds

  constructor(
    private readonly scribe: Scribe,
    private readonly open: OpenRows,
  ) {
    this.folds = new Folds(open)
  }

  note(events: readonly Event[], cause: Cause = byItself): void {
    for (const event of events) {
      this.scribe.seq += 1
      this.rows.push({ ...cause, seq: this.scribe.seq, event })
      if (event.type === 'messageSent') this.noteText(event)
      this.folds.take(event, this.scribe.seq)
    }
  }

  /** What an agent writes to a number goes out as a text. */
  private noteText({ interactionId, number, contentId, textLineId }: Event<'messageSent'>): void {
    const addressId = this.open.records.get(interactionId)?.addressId ?? null
    if (textLineId === null || addressId === null) return
    this.texts.push({ interactionId, number, lineId: textLineId, addressId, contentId })
  }

  answer({ inboxId, command }: Pending, answer: Answer): void {
    this.answers.push({ inboxId, answer })
    if (!answer.ok) this.refused.push(command)
  }

  /** Whether it writes a record of this interaction. */
  has(interactionId: InteractionId): boolean {
    return this.folds.has('records', interactionId)
  }

  batch(epoch: number): Batch {
    const { rows, answers, texts, refused } = this
    return { epoch, rows, answers, refused, texts, ...this.folds.changed() }
  }
}
