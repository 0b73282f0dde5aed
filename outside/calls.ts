import type { TextNetwork } from './texts.ts'

/** A call of the centre that rings at a customer's telephone. */
export interface Ringing {
  readonly id: string
  readonly from: string
  readonly to: string
  /** The call at the centre's gateway, and with what whoever answers follows it. */
  readonly callId: string
  readonly token: string
}

interface Answer {
  readonly status: number
  readonly body: unknown
}

/** The telephone network between the centre and customers' telephones. Holds in memory what rings. */
export class CallNetwork {
  private readonly ringing = new Map<string, Ringing>()
  private readonly over = new Set<string>()
  /** Made-up people at a number that is nobody's telephone in Outside. */
  private readonly answering = new Map<string, (call: Ringing) => void>()

  constructor(
    private readonly network: Pick<TextNetwork, 'settings' | 'tell'>,
    private readonly isPhone: (number: string) => boolean,
  ) {}

  /** A telephone calls a number: the centre's answer, whatever it is. Throws where there is none. */
  call(from: string, to: string, id: string): Promise<Answer> {
    return this.ask('/api/gateway/calls', id, { id, from, to })
  }

  /** A caller's recorded words, as base64, of the call of this id or instead of one. */
  leave(from: string, to: string, id: string, sound: string): Promise<Answer> {
    return this.ask('/api/gateway/calls/messages', id, { id, from, to, sound })
  }

  private async ask(path: string, id: string, body: object): Promise<Answer> {
    const answer = this.network.settings.up ? await this.network.tell(path, id, body) : null
    if (answer === null) throw new RangeError('The network does not carry calls now.')
    return { status: answer.status, body: await answer.json().catch(() => ({})) }
  }

  /** The centre calls. The same id a second time is the same call; a number that is nobody's telephone is told of at once. */
  ring(call: Ringing): void {
    if (this.ringing.has(call.id) || this.over.has(call.id)) return
    const answering = this.answering.get(call.to)
    if (answering !== undefined || this.isPhone(call.to)) {
      this.ringing.set(call.id, call)
      answering?.(call)
    } else void this.report(call, 'unreachable')
  }

  /** Whoever is at this number is told of what rings there. Gives what ends it. */
  answerAt(number: string, told: (call: Ringing) => void): () => void {
    this.answering.set(number, told)
    return () => {
      if (this.answering.get(number) === told) this.answering.delete(number)
    }
  }

  /** What rings at a telephone. */
  at(number: string): Ringing[] {
    return [...this.ringing.values()].filter(({ to }) => to === number)
  }

  /** It rings no more, and never again. */
  stop(id: string): void {
    this.ringing.delete(id)
    this.over.add(id)
    const [oldest] = this.over
    if (this.over.size > 10_000 && oldest !== undefined) this.over.delete(oldest)
  }

  /** Whoever answers gets what they follow the call with; null where it rings no longer. */
  answer(number: string, id: string): Ringing | null {
    const found = this.at(number).find((one) => one.id === id) ?? null
    // Another process of the centre may ask for the same call later: it does not ring anew.
    if (found !== null) this.stop(id)
    return found
  }

  refuse(number: string, id: string, end: 'refused' | 'busy'): void {
    const found = this.answer(number, id)
    if (found !== null) void this.report(found, end)
  }

  private async report({ id }: Pick<Ringing, 'id'>, end: 'refused' | 'busy' | 'unreachable', tried = 0): Promise<void> {
    this.stop(id)
    const answer = await this.network.tell('/api/gateway/calls/reports', `${id}.${end}`, { id, end })
    if (answer !== null && answer.status < 500) return
    if (tried < 5) setTimeout(() => void this.report({ id }, end, tried + 1), 1000)
  }
}
