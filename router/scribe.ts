import { Folded, messages, records, type InteractionRecord } from '@eudromos/core/records'
import type { Command, Event } from '@eudromos/core/routing'
import type { Answer, Batch, Cause, JournalRow, Pending, TextRow } from '@eudromos/database'

export const byItself: Cause = { inboxId: null, actor: null, onBehalfOf: null, reason: null }

/** Numbers events and derives from them what the read tables hold. Knows the records of interactions not yet over. */
export class Scribe {
  private readonly open: Map<string, InteractionRecord>

  constructor(
    /** The number of the last event there is. */
    public seq: number,
    open: readonly InteractionRecord[],
  ) {
    this.open = new Map(open.map((record) => [record.id, record]))
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
  private readonly records: Folded<InteractionRecord>
  private readonly messages = new Folded(messages)

  constructor(
    private readonly scribe: Scribe,
    private readonly open: Map<string, InteractionRecord>,
  ) {
    this.records = new Folded(records, open)
  }

  note(events: readonly Event[], cause: Cause = byItself): void {
    for (const event of events) {
      this.scribe.seq += 1
      this.rows.push({ ...cause, seq: this.scribe.seq, event })
      if (event.type === 'messageSent') this.noteText(event)
      for (const projected of [this.records, this.messages]) projected.take(event, this.scribe.seq)
    }
  }

  /** What an agent writes to a number goes out as a text. */
  private noteText({ interactionId, number, contentId, textLineId }: Event<'messageSent'>): void {
    const addressId = this.open.get(interactionId)?.addressId ?? null
    if (textLineId === null || addressId === null) return
    this.texts.push({ interactionId, number, lineId: textLineId, addressId, contentId })
  }

  answer({ inboxId, command }: Pending, answer: Answer): void {
    this.answers.push({ inboxId, answer })
    if (!answer.ok) this.refused.push(command)
  }

  /** Whether it writes a record of this interaction. */
  has(interactionId: string): boolean {
    return this.records.changed.has(interactionId)
  }

  batch(epoch: number): Batch {
    const { rows, answers, texts, refused } = this
    const [records, messages] = [[...this.records.changed.values()], [...this.messages.changed.values()]]
    return { epoch, rows, answers, messages, texts, refused, records }
  }
}
