// Matches computed independently by brute force over small centres: who is chosen, by which method, and who is not.
import {
  plainLine,
  type Channel,
  type CompiledPlan,
  type LoadLimits,
  type PlanPerson,
  type SelectionMethod,
} from '../plan/index.ts'
import { TestCentre, testPlan, testQueue } from '../testing/index.ts'
import cases from './reference-cases.json'

interface Case {
  readonly id: string
  readonly now: number
  readonly slots: Readonly<Record<string, number>>
  readonly agents: readonly {
    readonly id: string
    readonly presentFor: readonly string[]
    readonly skills: Readonly<Record<string, number | undefined>>
    readonly slots: number
    readonly most: Readonly<Record<string, number>>
    readonly work: readonly string[]
    readonly idleSince: number
  }[]
  readonly contacts: readonly {
    readonly id: string
    readonly channel: string
    readonly priority: number
    readonly arrivedAt: number
    readonly requires: Readonly<Record<string, number | undefined>>
  }[]
  readonly method: string
  readonly assigned: readonly (readonly string[])[]
  readonly unassigned: readonly string[]
}

const holdings = (levels: Readonly<Record<string, number | undefined>>) =>
  Object.entries(levels).flatMap(([skillId, level]) => (level === undefined ? [] : [{ skillId, level }]))

/** Calls want the agent alone; the cases have one channel more than the plan has so far, which the core does not mind. */
const limitsOf = ({ slots }: Case, agent: Case['agents'][number]): LoadLimits => ({
  id: agent.id,
  slots: agent.slots,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: Object.fromEntries(
    Object.entries(slots).map(([channel, taken]) => [
      channel,
      { slots: taken, most: agent.most[channel] ?? 0, alone: channel === 'voice', beside: [] },
    ]),
  ) as unknown as LoadLimits['channels'],
})

/** Room for any work, and one's own queue to get it from: as it was before the case begins. */
const generous = (one: Case, agent: Case['agents'][number]): LoadLimits => ({
  id: agent.id,
  slots: 1000,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: Object.fromEntries(
    Object.keys(one.slots).map((channel) => [channel, { slots: 1, most: 1000, alone: false, beside: [] }]),
  ) as unknown as LoadLimits['channels'],
})

function planOf(one: Case, version: number, limits: typeof limitsOf): CompiledPlan {
  const ids = one.agents.map(({ id }) => id)
  const selection = one.method as SelectionMethod
  const queues = [testQueue('all', version === 1 ? [] : ids, { selection }), ...ids.map((id) => testQueue(id, [id]))]
  const plan = testPlan({ version, agents: ids, queues })
  const channels = Object.keys(one.slots) as Channel[]
  return {
    ...plan,
    loadLimits: one.agents.map((agent) => limits(one, agent)),
    people: plan.people.map((person): PlanPerson => ({
      ...person,
      loadLimitsId: ids.includes(person.id) ? (person.id as string) : null,
      skills: holdings(one.agents.find(({ id }) => id === person.id)?.skills ?? {}),
    })),
    presenceStates: [
      ...plan.presenceStates,
      { id: 'everything', admits: channels, choosable: true, signedOut: false, mostMinutes: null, teamIds: [] },
      ...one.agents.map(({ id, presentFor }) => ({
        id: `of ${id}`,
        admits: presentFor as Channel[],
        choosable: true,
        signedOut: false,
        mostMinutes: null,
        teamIds: [],
      })),
    ],
    lines: channels.map((channel) => ({ id: channel, channel, queueIds: queues.map(({ id }) => id), ...plainLine })),
  }
}

function take(
  centre: TestCentre,
  interactionId: string,
  queueId: string,
  channel: string,
  rest: object = {},
): string | null {
  centre.arrive(interactionId, queueId, { channel: channel as Channel, lineId: channel, ...rest })
  const made = centre.journal.at(-1)
  if (made?.type !== 'offerMade') return null
  centre.do('answerOffer', made)
  return made.agentId
}

test.each((cases as readonly Case[]).map((one) => [one.id, one] as const))('%s', (_id, one) => {
  const centre = new TestCentre(planOf(one, 1, generous))
  const start = centre.at
  for (const { id } of one.agents) {
    centre.do('connectAgent', { agentId: id, connectionId: id, processId: 'web' })
  }
  for (const agent of [...one.agents].sort((a, b) => a.idleSince - b.idleSince)) {
    centre.at = start + agent.idleSince
    centre.do('setPresence', { agentId: agent.id, stateId: 'everything' })
    for (const [n, channel] of agent.work.entries())
      expect(take(centre, `${agent.id} ${n}`, agent.id, channel)).toBe(agent.id)
    centre.do('setPresence', { agentId: agent.id, stateId: `of ${agent.id}` })
  }
  centre.at = start + one.now
  centre.do('publishPlan', { plan: planOf(one, 2, limitsOf) })
  const inOrder = [...one.contacts].sort(
    (a, b) => b.priority - a.priority || a.arrivedAt - b.arrivedAt || (a.id < b.id ? -1 : 1),
  )
  const assigned: string[][] = []
  const unassigned: string[] = []
  for (const { id, channel, requires } of inOrder) {
    const requirements = holdings(requires).map(({ skillId, level }) => ({ skillId, least: level, most: 5 }))
    const agentId = take(centre, id, 'all', channel, { requirements })
    if (agentId === null) unassigned.push(id)
    else assigned.push([id, agentId])
  }
  expect(assigned.sort()).toEqual([...one.assigned].sort())
  expect(unassigned.sort()).toEqual([...one.unassigned].sort())
})
