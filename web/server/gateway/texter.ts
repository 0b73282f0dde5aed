import type { Logger } from 'pino'
import { noteText, putOffText, takeDueTexts, type Database, type DueText } from '@eudromos/database'
import { envelope, gateway } from '../edge/envelope.ts'
import type { Follower } from '../runtime/follower.ts'
import type { Carrier, Handed } from './carrier.ts'
import type { Sender } from '../runtime/sender.ts'
import { answerTo } from '../../view/mail.ts'

/** The id that a carrier knows a text by. */
export const outgoingId = ({
  interactionId,
  number,
  round,
}: Pick<DueText, 'interactionId' | 'number' | 'round'>): string => `${interactionId}.${number}.${round}`

const everyMs = 1000
const atOnce = 50
const leaseSeconds = 30
/** A report is told so often, so far apart, until the router has it. */
const mostTold = 60
const toldEveryMs = 2000
/** Seconds until it is tried again, by how often it was: after the last of these it has failed. */
const pauses = [2, 5, 15, 30, 60]

/**
 * Takes the centre's texts and email to the carrier, each until it is handed over or has failed for good. Any number of processes may
 * do so; one that dies leaves its texts to the others, and the carrier knows a second copy by its id.
 */
export class Texter {
  private timer: NodeJS.Timeout | null = null
  private working: Promise<void> | null = null
  private again = false
  private closed = false
  private readonly unwatch: () => void

  constructor(
    private readonly database: Database,
    private readonly follower: Follower,
    private readonly sender: Pick<Sender, 'submit'>,
    private readonly carrier: Carrier,
    private readonly log: Logger,
  ) {
    this.unwatch = follower.watch({
      changed: ({ events }) => {
        if (events.some((event) => event.type === 'messageSent' && event.side === 'agent')) this.look()
      },
    })
    this.timer = setInterval(() => this.look(), everyMs)
  }

  async close(): Promise<void> {
    this.closed = true
    this.unwatch()
    if (this.timer !== null) clearInterval(this.timer)
    await this.working
  }

  /** There may be texts to carry. */
  look(): void {
    if (this.closed) return
    this.again = true
    this.working ??= this.work().finally(() => {
      this.working = null
    })
  }

  private async work(): Promise<void> {
    try {
      while (this.again && !this.closed) {
        this.again = false
        const due = await takeDueTexts(this.database, atOnce, leaseSeconds)
        if (due.length > 0) this.again = true
        await Promise.all(due.map((one) => this.carry(one)))
      }
    } catch (error) {
      this.log.warn({ err: error }, 'could not look for texts to send')
    }
  }

  private async carry(text: DueText): Promise<void> {
    const line = this.follower.document?.lines.find(({ id }) => id === text.lineId)
    const from = line?.address ?? null
    if (text.stopped) return this.failed(text, 'stopped')
    if (from === null) return this.failed(text, 'noNumber')
    const id = outgoingId(text)
    try {
      const handed = await (line?.channel === 'email' ? this.mail(text, id, from) : this.send(text, id, from))
      if (handed.taken) {
        if (await noteText(this.database, text, 'sent')) this.tell(text, 'sent')
      } else if (handed.again) await this.putOff(text, handed.reason)
      else await this.failed(text, handed.reason)
    } catch (error) {
      this.log.warn({ err: error }, 'the carrier does not take texts')
      await this.putOff(text, 'noCarrier')
    }
  }

  private send(text: DueText, id: string, from: string): Promise<Handed> {
    const pictures = text.file === null ? undefined : [text.file]
    return this.carrier.send({ id, from, to: text.to, text: text.text, pictures })
  }

  private mail(text: DueText, id: string, from: string): Promise<Handed> {
    const files = text.file === null ? undefined : [text.file]
    const name = this.follower.document?.centre.name ?? ''
    const given = text.subject ?? name
    const subject = text.answers ? answerTo(given) : given
    const { interactionId: thread, to } = text
    return this.carrier.mail({ id, thread, from, name, to, subject, text: text.text, files })
  }

  private async putOff(text: DueText, reason: string): Promise<void> {
    const pause = pauses[text.tries - 1]
    if (pause === undefined) await this.failed(text, reason)
    else await putOffText(this.database, text, pause)
  }

  private async failed(text: DueText, reason: string): Promise<void> {
    if (await noteText(this.database, text, 'failed', reason)) this.tell(text, 'failed')
  }

  /** What is live shows it; the table has it already. */
  private tell(text: DueText, state: 'sent' | 'failed', tries = mostTold): void {
    const { interactionId, number } = text
    const id = `${outgoingId(text)}.${state}`
    const command = envelope('reportText', gateway, { interactionId, number, state }, { id })
    // The router may be away: the same command again is the same report.
    this.sender.submit({ command }).catch(() => {
      if (tries > 1 && !this.closed) setTimeout(() => this.tell(text, state, tries - 1), toldEveryMs)
    })
  }
}
