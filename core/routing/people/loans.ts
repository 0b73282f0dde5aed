// What is laid over the plan for people: somebody lent to a queue, a skill for a while.
import type { Instant } from '../../plan/index.ts'
import { askedBy } from '../allowed.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import type { Event, LayerEnd } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'
import { isForAWhile } from '../times/stopgaps.ts'

export function lendAgent(state: State, command: Command<'lendAgent'>, at: Instant): Decision {
  const { loanId, agentId, queueId, until } = command.body
  if (!state.agents.has(agentId)) return refuse('unknownAgent', { agentId })
  if (!state.lookup.queues.has(queueId)) return refuse('unknownQueue', { queueId })
  if (!isForAWhile(until, at)) return refuse('loanTime', { until })
  if (state.loans.some(({ id }) => id === loanId)) return []
  if (state.index.queue(queueId).demand.reachedAfterMs(agentId) === 0) return refuse('loanIdle', { agentId, queueId })
  return [event('loanBegan', at, { loanId, agentId, queueId, until, by: askedBy(command) })]
}

export function endLoan(state: State, command: Command<'endLoan'>, at: Instant): Decision {
  const events = endLayer(state, 'loan', command.body.loanId, 'ended', at)
  return events.length > 0 ? events : refuse('unknownLoan')
}

/** Another level of the same skill takes the place of the one before. */
export function grantSkill(state: State, command: Command<'grantSkill'>, at: Instant): Decision {
  const { grantId, agentId, skillId, level, until } = command.body
  if (!state.agents.has(agentId)) return refuse('unknownAgent', { agentId })
  if (!isForAWhile(until, at)) return refuse('loanTime', { until })
  if (!(Number.isInteger(level) && level >= 1 && level <= 5)) return refuse('grantLevel', { level })
  if (state.grants.some(({ id }) => id === grantId)) return []
  const before = state.grants.find((one) => one.agentId === agentId && one.skillId === skillId)
  return [
    ...(before === undefined ? [] : endLayer(state, 'grant', before.id, 'ended', at)),
    event('grantBegan', at, { grantId, agentId, skillId, level, until, by: askedBy(command) }),
  ]
}

export function endGrant(state: State, command: Command<'endGrant'>, at: Instant): Decision {
  const events = endLayer(state, 'grant', command.body.grantId, 'ended', at)
  return events.length > 0 ? events : refuse('unknownGrant')
}

export function endLayer(state: State, kind: 'loan' | 'grant', id: string, cause: LayerEnd, at: Instant): Event[] {
  if (kind === 'loan')
    return state.loans
      .filter((one) => one.id === id)
      .map(({ agentId, queueId }) => event('loanEnded', at, { loanId: id, agentId, queueId, cause }))
  return state.grants
    .filter((one) => one.id === id)
    .map(({ agentId }) => event('grantEnded', at, { grantId: id, agentId, cause }))
}
