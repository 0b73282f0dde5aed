import { CallEnd, type CallSignal } from './call-end.ts'
import type { AgentSignal } from './carrier.ts'

/** Simulated agents' ends of calls, by the call, the agent and whom they talk with. */
export class AgentEnds {
  private readonly ends = new Map<string, CallEnd>()

  constructor(
    /** Says something back to whom the signal is from. */
    private readonly answer: (signal: AgentSignal, said: CallSignal) => Promise<void>,
    private readonly note: (error: unknown) => void,
  ) {}

  /** Another end of a call says something to a simulated agent: only where a real person is in it. */
  hear(signal: AgentSignal): void {
    const { interactionId, from, to, data } = signal
    const key = `${interactionId} ${to} ${from}`
    const seed = 1 + (Buffer.from(to).reduce((sum, byte) => sum * 31 + byte, 7) % 1_000_000)
    const begins = from === 'customer' || to < from
    const known = this.ends.get(key) ?? new CallEnd(begins, seed, (said) => this.answer(signal, said))
    this.ends.set(key, known)
    known.hear(data).catch(this.note)
  }

  /** Nobody but `agentId` is in the call any more, of the simulated ones. */
  putDown(interactionId: string, agentId: string | null): void {
    for (const [key, end] of this.ends)
      if (
        key.startsWith(`${interactionId} `) &&
        (agentId === null || !key.startsWith(`${interactionId} ${agentId} `))
      ) {
        end.close()
        this.ends.delete(key)
      }
  }

  close(): void {
    for (const end of this.ends.values()) end.close()
    this.ends.clear()
  }
}
