// What falls due by itself.
import type { AgentId, CustomerId, GrantId, Instant, InteractionId, LoanId, QueueId } from '../../plan/index.ts'

export type InteractionDeadlineKind =
  | 'answerWindow'
  | 'customerGrace'
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

/** By kind: what its id names. */
export interface DeadlineIds extends Readonly<Record<InteractionDeadlineKind, InteractionId>> {
  readonly agentGrace: AgentId
  readonly recovery: AgentId
  readonly loan: LoanId
  /** A skill that somebody has for a while. After the hours, which alone may close a queue at that instant. */
  readonly level: GrantId
  readonly newDay: 'centre'
  readonly hours: QueueId
  readonly shift: AgentId
}

export type DeadlineKind = keyof DeadlineIds

export interface DeadlineOf<K extends DeadlineKind> {
  readonly kind: K
  readonly id: DeadlineIds[K]
}

export type Deadline = { [K in DeadlineKind]: DeadlineOf<K> }[DeadlineKind]

/** What was taken out, for supervisors to see until the next day begins. */
export type Quarantined = Deadline & {
  readonly at: Instant
  /** Of an interaction: whose it is, and where it was. */
  readonly interaction: { readonly customerId: CustomerId; readonly queueId: QueueId } | null
}
