// What falls due by itself.
import type { CustomerId, Instant, QueueId } from '../../plan/index.ts'

export type DeadlineKind =
  | 'answerWindow'
  | 'customerGrace'
  | 'agentGrace'
  | 'round'
  | 'step'
  /** No deadline of its own: somebody to offer it to is looked for, whatever fell due. */
  | 'match'
  | 'preference'
  | 'longestWait'
  | 'wrapUp'
  | 'silence'
  | 'consult'
  | 'rest'
  | 'dial'
  | 'callback'
  | 'recovery'
  | 'loan'
  /** A skill that somebody has for a while. After the hours, which alone may close a queue at that instant. */
  | 'level'
  | 'newDay'
  | 'hours'
  | 'shift'

export interface Deadline {
  readonly kind: DeadlineKind
  readonly id: string
}

/** What was taken out, for supervisors to see until the next day begins. */
export interface Quarantined {
  readonly kind: DeadlineKind
  /** Of the interaction, agent, queue or layer that the deadline is of. */
  readonly id: string
  readonly at: Instant
  /** Of an interaction: whose it is, and where it was. */
  readonly interaction: { readonly customerId: CustomerId; readonly queueId: QueueId } | null
}
