// What follows from publishing a plan, and from carrying its times on.
import { byCapability, bySystem, type CommandDefinitions } from '../allowed.ts'
import type { AgentId, Instant, CompiledPlan, CompiledTimes, PresenceStateId } from '../../plan/index.ts'
import { lapsePreferences, withdraw } from '../consequences.ts'
import { leaveTalk } from '../due/deadlines.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    publishPlan: {
      readonly plan: CompiledPlan
      /** Of a presence state that is no longer in the plan: the one that its people are in from now on; left out: away. */
      readonly statesInstead?: Readonly<Record<PresenceStateId, PresenceStateId>>
    }
    extendPlan: { readonly version: number; readonly times: CompiledTimes }
    resumeRouter: { readonly outageMs: number }
  }
}

export function publishPlan(state: State, { body }: Command<'publishPlan'>, at: Instant): Decision {
  const { plan, statesInstead = {} } = body
  const version = state.plan?.version ?? 0
  if (plan.version <= version) return refuse('planNotNewer', { version: plan.version, running: version })
  const agents = new Set(plan.people.filter(({ roles }) => roles.includes('agent')).map(({ id }) => id))
  const states = new Set(plan.presenceStates.map(({ id }) => id))
  const before: Event[] = []
  const after: Event[] = []
  for (const agent of state.agents.values())
    if (!agents.has(agent.id)) before.push(...dismiss(state, agent.id, at))
    else if (!states.has(agent.stateId)) {
      const instead = statesInstead[agent.stateId]
      const stateId = instead !== undefined && states.has(instead) ? instead : plan.centre.awayStateId
      after.push(event('presenceSet', at, { agentId: agent.id, stateId, cause: 'plan' }))
    }
  return [...before, event('planTaken', at, { plan }), ...after]
}

export function extendPlan(state: State, { body }: Command<'extendPlan'>, at: Instant): Decision {
  const running = state.plan?.version ?? 0
  if (body.version !== running) return refuse('planNotRunning', { version: body.version, running })
  return [event('planExtended', at, body)]
}

/** The agent is in the plan no more: nothing of their customers' is lost. */
function dismiss(state: State, agentId: AgentId, at: Instant): Event[] {
  const lapsed = lapsePreferences(state, agentId, at)
  const left = state.agent(agentId).carried.flatMap((interactionId): Event[] => {
    const interaction = state.interaction(interactionId)
    switch (interaction.phase) {
      case 'offered':
        return withdraw(interaction, 'agentGone', at)
      case 'connected':
        return leaveTalk(state, interaction, agentId, at)
      case 'wrapUp':
        return [event('wrapUpEnded', at, { interactionId, cause: 'time' })]
      case 'waiting':
      case 'resting':
        return []
    }
  })
  return [...left, ...lapsed]
}

export const publishingCommands = {
  publishPlan: { by: byCapability('plan.edit'), decide: publishPlan },
  extendPlan: { by: bySystem, decide: extendPlan },
  resumeRouter: { by: bySystem, decide: (_, { body }, at) => [event('routerResumed', at, body)] },
} satisfies Partial<CommandDefinitions>
