// What throws when it falls due is taken out, so that everything else goes on. A fault of the program, never a user's slip.
import { bySystem, type CommandDefinitions } from '../allowed.ts'
import type { Instant } from '../../plan/index.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { Deadline, DeadlineKind, InteractionDeadlineKind, Quarantined } from './due.ts'
import { openOffer, visitOf } from '../state/pieces.ts'
import type { State } from '../state/state.ts'
import { endVisit } from '../arriving/visits.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** By the router: takes out what threw when it fell due. */
    quarantine: Deadline
  }
}

/** A deadline could not be carried out. Names what it is of, so that no command is blamed that was due after it. */
export class DeadlineFault extends Error {
  constructor(
    readonly deadline: Deadline,
    override readonly cause: unknown,
  ) {
    super(`the deadline ${deadline.kind} of ${deadline.id} threw: ${String(cause)}`)
  }
}

type OtherKind = Exclude<DeadlineKind, InteractionDeadlineKind>
const others: Readonly<Record<OtherKind, true>> = {
  agentGrace: true,
  recovery: true,
  loan: true,
  level: true,
  newDay: true,
  hours: true,
  shift: true,
}

const isOfOthers = (deadline: Deadline): deadline is Extract<Deadline, { kind: OtherKind }> => deadline.kind in others

/** Takes out the interaction that the deadline is of; of anything else the deadline alone. */
export function quarantine(state: State, { body }: Command<'quarantine'>, at: Instant): Decision {
  if (isOfOthers(body)) return [event('deadlineQuarantined', at, body)]
  const { kind, id } = body
  const interaction = state.interactions.get(id)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId: id })
  return [event('interactionQuarantined', at, { interactionId: id, kind })]
}

/** Goes by nothing but what it takes out, and makes the index anew: it must come about whatever is wrong with it. */
export function takeOut(state: State, { interactionId, kind, at }: Event<'interactionQuarantined'>): State {
  const interaction = state.interaction(interactionId)
  const visit = visitOf(interaction)
  endVisit(state, visit, 'rejected')
  state.interactions.delete(interactionId)
  const offerId = openOffer(interaction)?.id
  for (const agent of state.agents.values()) {
    if (!agent.carried.includes(interactionId)) continue
    agent.carried = agent.carried.filter((id) => id !== interactionId)
    if (agent.offerId === offerId) agent.offerId = null
    agent.lastAtWork = at
  }
  const { customerId } = interaction
  noteOut(state, { kind, id: interactionId, at, interaction: { customerId, queueId: visit.queueId } })
  state.index.rebuild()
  return state
}

/** It falls due no more, until another plan is taken. */
export function setAside(state: State, { kind, id, at }: Event<'deadlineQuarantined'>): State {
  noteOut(state, { ...({ kind, id } as Deadline), at, interaction: null })
  state.index.rebuild()
  return state
}

const mostNoted = 100

function noteOut(state: State, out: Quarantined): void {
  state.quarantined = [...state.quarantined.slice(1 - mostNoted), out]
}

export const quarantineCommands = {
  quarantine: { by: bySystem, decide: quarantine },
} satisfies Partial<CommandDefinitions>
