import { CallEnd, type CallSignal } from './call-end.ts'
import type { CallNetwork } from './calls.ts'
import { GatewayError } from './carrier.ts'
import { eventsOf } from './events.ts'

/** Nobody waits longer to be called back. */
const longestSeconds = 3600

/** How one who calls goes about it. */
export interface CallerPlan {
  readonly id: string
  readonly from: string
  readonly to: string
  /** So long they wait, and so long they talk. */
  readonly patienceSeconds: number
  readonly talkSeconds: number
  /** They would rather be called back than wait, where that is offered. */
  readonly ratherCalledBack: boolean
  readonly seed: number
}

/** What a caller's telephone is shown of the call. */
interface CallView {
  readonly phase: string
  readonly callback: 'may' | 'asked' | null
}

/** A made-up customer who calls, from the first ringing until they hang up; called back they talk on the same call. */
export class Caller {
  private readonly ends = new Map<string, CallEnd>()
  private readonly timers = new Set<NodeJS.Timeout>()
  private line: AbortController | null = null
  private id: string
  private token = ''
  private phase = ''
  private ended = false
  private unwatch: () => void = () => undefined

  constructor(
    private readonly origin: string,
    private readonly plan: CallerPlan,
    private readonly calls: CallNetwork,
    private readonly over: () => void,
    private readonly trouble: (error: unknown) => void,
  ) {
    this.id = plan.id
  }

  /** Whether the centre took the call. */
  async call(): Promise<boolean> {
    const { id, from, to, patienceSeconds } = this.plan
    const { status, body } = await this.calls.call(from, to, id)
    const begun = body as { id?: string; token?: string; voicemail?: boolean }
    if (status !== 201 || begun.id === undefined || begun.token === undefined || begun.voicemail === true) {
      this.end()
      return false
    }
    if (this.ended) {
      // They hung up before the centre had said that it takes the call.
      this.id = begun.id
      this.token = begun.token
      await this.ask('leave')
      return false
    }
    this.take(begun.id, begun.token)
    this.after(patienceSeconds, () => (this.phase === 'connected' ? Promise.resolve() : this.hangUp()))
    return true
  }

  /** Nothing is heard or said any more. */
  end(): void {
    this.ended = true
    for (const timer of this.timers) clearTimeout(timer)
    this.timers.clear()
    this.putDown()
    this.unwatch()
    this.over()
  }

  private take(id: string, token: string): void {
    this.putDown()
    this.id = id
    this.token = token
    this.line = new AbortController()
    const { signal } = this.line
    this.follow(signal).catch((error: unknown) => {
      if (!signal.aborted) this.trouble(error)
    })
  }

  private putDown(): void {
    this.line?.abort()
    this.line = null
    for (const end of this.ends.values()) end.close()
    this.ends.clear()
  }

  private async follow(signal: AbortSignal): Promise<void> {
    const answer = await fetch(`${this.origin}/api/gateway/calls/${this.id}/live`, { headers: this.headers(), signal })
    if (!answer.ok) throw new GatewayError(answer.status, await answer.text())
    for await (const { event, data } of eventsOf(answer)) {
      if (event === 'signal') {
        const { from, data: said } = JSON.parse(data) as { from: string; data: CallSignal }
        await this.endTo(from).hear(said)
      } else if (event === 'chat') this.see(JSON.parse(data) as CallView)
    }
  }

  /** The end towards one of those in the call: two simulated ones never say anything, and open nothing. */
  private endTo(party: string): CallEnd {
    const known =
      this.ends.get(party) ??
      new CallEnd(false, this.plan.seed, (data) => this.ask('signals', 'POST', { to: party, data }))
    this.ends.set(party, known)
    return known
  }

  private see({ phase, callback }: CallView): void {
    const before = this.phase
    this.phase = phase
    if (phase === 'over' || phase === 'wrapUp') return this.end()
    if (phase === 'connected' && before !== 'connected') this.after(this.plan.talkSeconds, () => this.hangUp())
    if (callback === 'may' && phase === 'waiting' && this.plan.ratherCalledBack)
      this.askCallback().catch((error: unknown) => this.trouble(error))
  }

  /** Puts the telephone down once the centre has noted it, and answers when it rings. */
  private async askCallback(): Promise<void> {
    await this.ask('callback')
    for (const timer of this.timers) clearTimeout(timer)
    this.putDown()
    this.after(longestSeconds, () => Promise.resolve(this.end()))
    this.unwatch = this.calls.answerAt(this.plan.from, (ringing) => {
      this.after(2, () => {
        if (this.calls.answer(this.plan.from, ringing.id) !== null) this.take(ringing.callId, ringing.token)
        return Promise.resolve()
      })
    })
  }

  /** Leaves, or wants no call back any more, and is then at the end. */
  async hangUp(): Promise<void> {
    try {
      if (this.line !== null) await this.ask('leave')
      else if (this.token !== '') await this.ask('callback', 'DELETE')
    } finally {
      this.end()
    }
  }

  private headers(): Record<string, string> {
    return {
      authorization: `Bearer ${this.token}`,
      'content-type': 'application/json',
      'x-forwarded-for': 'outside',
    }
  }

  private async ask(what: string, method: 'POST' | 'DELETE' = 'POST', body: object = {}): Promise<void> {
    const answer = await fetch(`${this.origin}/api/gateway/calls/${this.id}/${what}`, {
      method,
      headers: this.headers(),
      body: JSON.stringify(body),
    })
    if (!answer.ok) throw new GatewayError(answer.status, await answer.text())
  }

  private after(seconds: number, act: () => Promise<void>): void {
    const timer = setTimeout(() => {
      this.timers.delete(timer)
      act().catch((error: unknown) => this.trouble(error))
    }, seconds * 1000)
    this.timers.add(timer)
  }
}
