import type { ContentId, InteractionId } from '@eudromos/core/plan'
import type { Event } from '@eudromos/core/routing'
import { readContents, type Database, type MessageText, type NewContent, type TranscriptLine } from '@eudromos/database'

const mostWords = 2000
const noWords: MessageText = { text: '', subject: null, attachment: null }

/** What was said in live interactions, as far as this process has it in memory; all else is read. */
export class Spoken {
  /** Words that this process took in itself, so that they need not be read back. */
  private readonly words = new Map<string, MessageText>()
  /** Of interactions that began while this process followed, in order. */
  private readonly transcripts = new Map<string, TranscriptLine[]>()

  constructor(private readonly lookups: Database) {}

  /** Keeps words until the event that they belong to comes by. */
  expect({ id, kind, body, subject = null, attachment }: NewContent): void {
    if (kind !== 'message' || attachment !== undefined) return
    this.words.set(id, { text: body, subject, attachment: null })
    const [oldest] = this.words.keys()
    if (this.words.size > mostWords && oldest !== undefined) this.words.delete(oldest)
  }

  unsay(contentId: ContentId): void {
    this.words.delete(contentId)
  }

  begin(interactionId: InteractionId): void {
    this.transcripts.set(interactionId, [])
  }

  end(interactionId: InteractionId): void {
    this.transcripts.delete(interactionId)
  }

  /** Null where it is to be read. */
  of(interactionId: InteractionId): readonly TranscriptLine[] | null {
    return this.transcripts.get(interactionId) ?? null
  }

  /** Whatever was said in these is read from now on. */
  forget(interactionIds: Iterable<string>): void {
    for (const id of interactionIds) this.transcripts.delete(id)
    this.words.clear()
  }

  /** The messages with their words. */
  async read(said: readonly Event<'messageSent'>[]): Promise<TranscriptLine[]> {
    const unknown = said.map(({ contentId }) => contentId).filter((id) => !this.words.has(id))
    const read = await readContents(this.lookups, unknown)
    return said.map(({ interactionId, number, at, side, personId, contentId }) => ({
      ...{ interactionId, number, at, side, personId, contentId },
      ...(read.get(contentId) ?? this.words.get(contentId) ?? noWords),
    }))
  }

  add(lines: readonly TranscriptLine[]): void {
    for (const line of lines) this.transcripts.get(line.interactionId)?.push(line)
  }
}
