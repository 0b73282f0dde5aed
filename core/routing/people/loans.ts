// What is laid over the plan for people: somebody lent to a queue, a skill for a while.
import type { Instant, AgentId, GrantId, LoanId, QueueId, SkillId } from '../../plan/index.ts'
import { askedBy, byCapability, type CommandDefinitions } from '../allowed.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import type { Event, LayerEnd } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'
import { isForAWhile } from '../times/stopgaps.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    lendAgent: {
      readonly loanId: LoanId
      readonly agentId: AgentId
      readonly queueId: QueueId
      readonly until: Instant
    }
    endLoan: { readonly loanId: LoanId }
    grantSkill: {
      readonly grantId: GrantId
      readonly agentId: AgentId
      readonly skillId: SkillId
      /** 1 to 5. */
      readonly level: number
      readonly until: Instant
    }
    endGrant: { readonly grantId: GrantId }
  }
}

function lendAgent(state: State, command: Command<'lendAgent'>, at: Instant): Decision {
  const { loanId, agentId, queueId, until } = command.body
  if (!state.agents.has(agentId)) return refuse('unknownAgent', { agentId })
  if (!state.lookup.queues.has(queueId)) return refuse('unknownQueue', { queueId })
  if (!isForAWhile(until, at)) return refuse('loanTime', { until })
  if (state.loans.some(({ id }) => id === loanId)) return []
  if (state.index.queue(queueId).demand.reachedAfterMs(agentId) === 0) return refuse('loanIdle', { agentId, queueId })
  return [event('loanBegan', at, { loanId, agentId, queueId, until, by: askedBy(command) })]
}

export function endLoan(state: State, command: Command<'endLoan'>, at: Instant): Decision {
  const events = loanOver(state, command.body.loanId, 'ended', at)
  return events.length > 0 ? events : refuse('unknownLoan')
}

/** Another level of the same skill takes the place of the one before. */
function grantSkill(state: State, command: Command<'grantSkill'>, at: Instant): Decision {
  const { grantId, agentId, skillId, level, until } = command.body
  if (!state.agents.has(agentId)) return refuse('unknownAgent', { agentId })
  if (!isForAWhile(until, at)) return refuse('loanTime', { until })
  if (!(Number.isInteger(level) && level >= 1 && level <= 5)) return refuse('grantLevel', { level })
  if (state.grants.some(({ id }) => id === grantId)) return []
  const before = state.grants.find((one) => one.agentId === agentId && one.skillId === skillId)
  return [
    ...(before === undefined ? [] : grantOver(state, before.id, 'ended', at)),
    event('grantBegan', at, { grantId, agentId, skillId, level, until, by: askedBy(command) }),
  ]
}

export function endGrant(state: State, command: Command<'endGrant'>, at: Instant): Decision {
  const events = grantOver(state, command.body.grantId, 'ended', at)
  return events.length > 0 ? events : refuse('unknownGrant')
}

export const loanOver = (state: State, loanId: LoanId, cause: LayerEnd, at: Instant): Event[] =>
  state.loans
    .filter(({ id }) => id === loanId)
    .map(({ agentId, queueId }) => event('loanEnded', at, { loanId, agentId, queueId, cause }))

export const grantOver = (state: State, grantId: GrantId, cause: LayerEnd, at: Instant): Event[] =>
  state.grants
    .filter(({ id }) => id === grantId)
    .map(({ agentId }) => event('grantEnded', at, { grantId, agentId, cause }))

export const loanCommands = {
  lendAgent: { by: byCapability('stopgaps'), decide: lendAgent },
  endLoan: { by: byCapability('stopgaps'), decide: endLoan },
  grantSkill: { by: byCapability('stopgaps'), decide: grantSkill },
  endGrant: { by: byCapability('stopgaps'), decide: endGrant },
} satisfies Partial<CommandDefinitions>
