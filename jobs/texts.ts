import { traitsOf } from '@eudromos/core/plan'
import { answerTo } from '@eudromos/core/mail'
import { commandOf, gateway } from '@eudromos/core/routing'
import {
  insertCommands,
  noteText,
  readOutgoing,
  type Database,
  type OutgoingWords,
  type TextKey,
} from '@eudromos/database'
import type { Carrier, Handed } from './carrier.ts'
import { PutOff } from './hands.ts'
import type { Published } from './published.ts'

/** The id that a carrier knows a text by. */
export const outgoingId = ({ interactionId, number, round }: TextKey): string => `${interactionId}.${number}.${round}`

/** Takes the centre's texts and email to the carrier, which knows a second copy by its id. */
export class Texts {
  constructor(
    private readonly database: Database,
    private readonly published: Pick<Published, 'read'>,
    private readonly carrier: Pick<Carrier, 'send' | 'mail'>,
  ) {}

  /** Hands it over, or throws where it may be taken later. */
  async carry(key: TextKey): Promise<void> {
    const words = await readOutgoing(this.database, key)
    if (words === null) return
    // Whoever noted what became of it may have ended before it was told, or before the next was asked for.
    if (words.state !== 'queued') return this.settle(key, words.state)
    if (words.stopped) return this.settle(key, 'failed', 'stopped')
    const handed = await this.hand(words)
    if (handed.taken) await this.settle(key, 'sent')
    else if (handed.again) throw new PutOff(handed.reason)
    else await this.settle(key, 'failed', handed.reason)
  }

  /** It was tried often enough. */
  async lose(key: TextKey, reason: string | null): Promise<void> {
    const words = await readOutgoing(this.database, key)
    if (words?.state === 'queued') await this.settle(key, 'failed', reason ?? noCarrier)
  }

  private async hand(words: OutgoingWords): Promise<Handed> {
    const plan = await this.published.read()
    const line = plan?.lines.find(({ id }) => id === words.lineId)
    const from = line?.address ?? null
    const { interactionId: thread, to, text, file } = words
    if (line === undefined || from === null || to === null) return { taken: false, reason: 'noNumber', again: false }
    const [id, files] = [outgoingId(words), file === null ? undefined : [file]]
    const name = plan?.centre.name ?? ''
    const given = words.subject ?? name
    const subject = words.answers ? answerTo(given) : given
    return traitsOf(line.channel).subject
      ? this.carrier.mail({ id, thread, from, name, to, subject, text, files }).catch(away)
      : this.carrier.send({ id, from, to, text, pictures: files }).catch(away)
  }

  /** Notes it, and tells whatever is live; the table has it first. */
  private async settle(key: TextKey, state: OutgoingWords['state'], reason: string | null = null): Promise<void> {
    await noteText(this.database, key, state, reason)
    if (state !== 'sent' && state !== 'failed') return
    const { interactionId, number } = key
    const command = commandOf(`${outgoingId(key)}.${state}`, 'reportText', gateway, { interactionId, number, state })
    await insertCommands(this.database.$client, [{ command }])
  }
}

const noCarrier = 'noCarrier'
const away = (): Handed => ({ taken: false, reason: noCarrier, again: true })
