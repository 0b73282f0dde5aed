import type { EmergencyScope, QueueId, SiteId } from '@eudromos/core/plan'
import { emergencyReach } from '@eudromos/core/routing'
import type { InteractionView, PersonView, PlanView, View } from '../../../view/view.ts'

export interface Asked {
  readonly scope: EmergencyScope
  readonly siteId: SiteId | null
  readonly queueIds: readonly QueueId[]
}

/** What an emergency closing would do now, in the terms of the screen. */
export interface Touched {
  readonly queues: PlanView['queues']
  /** Those concerned who are not signed out. */
  readonly people: readonly PersonView[]
  readonly waiting: number
  readonly talking: number
}

/** What an emergency closing of this scope would touch, if it began now and set people to Evacuated. */
export function touchedBy(view: View, asked: Asked): Touched {
  const { plan } = view
  if (plan === null) return { queues: [], people: [], waiting: 0, talking: 0 }
  const agents = Object.values(view.people).map(({ id, siteId }) => ({ id, siteId }))
  const reach = emergencyReach({ queues: plan.queues, agents }, asked)
  const closing = new Set(reach.queueIds)
  const concerned = new Set(reach.agentIds)
  const signedOut = new Set(plan.presenceStates.filter((state) => state.signedOut).map(({ id }) => id))
  const isTheirs = ({ agentId }: InteractionView): boolean => agentId !== null && concerned.has(agentId)
  const all = Object.values(view.interactions)
  return {
    queues: plan.queues.filter(({ id }) => closing.has(id)),
    people: Object.values(view.people).filter(({ id, stateId }) => concerned.has(id) && !signedOut.has(stateId)),
    waiting: all.filter(
      ({ phase, queueId, awaitsOpening }) =>
        (phase === 'waiting' || phase === 'offered') && !awaitsOpening && closing.has(queueId),
    ).length,
    talking: all.filter((one) => one.phase === 'connected' && (closing.has(one.queueId) || isTheirs(one))).length,
  }
}
