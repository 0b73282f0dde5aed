// What follows from entering when somebody is away, and from taking that back.
import type { Instant, AbsenceId, AbsenceReason, AgentId } from '../../plan/index.ts'
import { actorMay, type Asker, type CommandDefinitions, askedBy } from '../allowed.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    enterAbsence: {
      readonly absenceId: AbsenceId
      readonly agentId: AgentId
      readonly from: Instant
      readonly to: Instant
      readonly reason: AbsenceReason
    }
    removeAbsence: { readonly absenceId: AbsenceId; readonly agentId: AgentId }
  }
}

const longestAheadMs = 400 * 86_400_000

/** Supervisors enter anybody's; agents their own, where the centre allows it. */
export const byWhoEnters: Asker<Command<'enterAbsence' | 'removeAbsence'>> = {
  capability: 'absences',
  own: true,
  bar: (state, command) => {
    if (actorMay(state, command, 'absences')) return null
    const { actor, type, body } = command
    if (actor.kind !== 'person' || actor.id !== body.agentId) return refuse('notAllowed', { command: type })
    return state.settings().ownAbsences ? null : refuse('absenceNotOwn')
  },
}

export function enterAbsence(state: State, command: Command<'enterAbsence'>, at: Instant): Decision {
  const { absenceId, agentId, from, to, reason } = command.body
  if (!state.agents.has(agentId)) return refuse('unknownAgent', { agentId })
  if (!(from < to && to > at && to <= at + longestAheadMs)) return refuse('absenceTime')
  if (state.absences.some(({ id }) => id === absenceId)) return []
  const by = askedBy(command)
  return [event('absenceEntered', at, { absenceId, agentId, from, to, reason, by })]
}

export function removeAbsence(state: State, command: Command<'removeAbsence'>, at: Instant): Decision {
  const { absenceId, agentId } = command.body
  const known = state.absences.some((one) => one.id === absenceId && one.agentId === agentId)
  return known ? [event('absenceRemoved', at, { absenceId, agentId })] : refuse('unknownAbsence', { absenceId })
}

export const absenceCommands = {
  enterAbsence: { by: byWhoEnters, decide: enterAbsence },
  removeAbsence: { by: byWhoEnters, decide: removeAbsence },
} satisfies Partial<CommandDefinitions>
