// Events of the core with much to choose from: ten queues to an agent, three skills to a queue, ten waiting for each
// agent, by each selection method; beside a plain binary heap between the same sizes in the same run.
import { offersByItself, selectionMethods, type SelectionMethod } from '../../core/plan/index.ts'
import { testPlan, testQueue } from '../../core/testing/index.ts'
import { run, State, type CommandBodies, type CommandType } from '../../core/routing/index.ts'
import { seeded } from '../../outside/index.ts'
import { command, heapNs, median } from './core.ts'

const skillIds = ['s0', 's1', 's2', 's3', 's4', 's5', 's6', 's7']
const queuesOfEach = 10

interface Busy {
  readonly agentId: string
  readonly interactionId: string
}

/** Nanoseconds of one event, everything included that made it. */
function eventNs(method: SelectionMethod, agents: number, rounds: number): number {
  const random = seeded(11)
  const ids = Array.from({ length: agents }, (_, n) => `a${n}`)
  // Each agent is in ten queues, each queue has about 25 people.
  const queueCount = Math.max(queuesOfEach, Math.round((agents * queuesOfEach) / 25))
  const members = Array.from({ length: queueCount }, (): string[] => [])
  for (const [n, id] of ids.entries())
    for (let k = 0; k < queuesOfEach; k += 1) members[(n * 7 + k * 13) % queueCount]?.push(id)
  const queues = members.map((agentIds, q) =>
    testQueue(`q${q}`, [...new Set(agentIds)], {
      selection: method,
      wrapUpSeconds: 0,
      requirements: [0, 1, 2].map((k) => ({ skillId: skillIds[(q + k) % 8] ?? '', least: 1 + (q % 2), most: 5 })),
      relaxations: [{ skillId: skillIds[q % 8] ?? '', least: 0, most: 5, afterSeconds: 600 }],
    }),
  )
  const skills = Object.fromEntries(
    ids.map((id) => [id, Object.fromEntries(skillIds.map((skill) => [skill, 2 + Math.floor(random() * 4)]))]),
  )
  const state = new State()
  let at = 1_000_000
  let events = 0
  const tell = <T extends CommandType>(type: T, body: CommandBodies[T]): void => {
    for (const event of run(state, command(type, body), at).events) {
      events += 1
      if (event.type === 'offerMade') offered.push(event)
    }
  }
  const offered: { readonly agentId: string; readonly offerId: string; readonly interactionId: string }[] = []
  const talking: Busy[] = []
  let count = 0
  /** Where the queue makes no offers: who waits in each, the oldest first, from this place on. */
  const waiting = members.map(() => ({ ids: [] as string[], from: 0 }))
  const queuesOf = new Map<string, number[]>()
  for (const [q, of] of members.entries()) for (const id of of) queuesOf.set(id, [...(queuesOf.get(id) ?? []), q])
  const byItself = offersByItself(method)
  /** A free agent takes the oldest of one of their queues, or is given it. */
  const takeOne = (agentId: string): void => {
    if (byItself) return
    const own = queuesOf.get(agentId) ?? []
    const list = waiting[own[Math.floor(random() * own.length)] ?? -1]
    const interactionId = list?.ids[list.from]
    if (list === undefined || interactionId === undefined) return
    list.from += 1
    tell(method === 'openList' ? 'takeInteraction' : 'assignInteraction', { agentId, interactionId })
    if (method === 'openList') {
      offered.pop()
      talking.push({ agentId, interactionId })
    } else answer()
  }
  const arrive = (): void => {
    const interactionId = `i${(count += 1)}`
    const q = Math.floor(random() * queueCount)
    if (!byItself) waiting[q]?.ids.push(interactionId)
    tell('beginInteraction', {
      interactionId,
      channel: 'chat',
      customerId: 'c',
      lineId: 'site',
      queueId: `q${q}`,
      connection: { id: interactionId, processId: 'bench' },
      contentId: null,
    })
  }
  const answer = (): void => {
    for (let one = offered.pop(); one !== undefined; one = offered.pop()) {
      tell('answerOffer', one)
      talking.push({ agentId: one.agentId, interactionId: one.interactionId })
    }
  }
  tell('publishPlan', { plan: testPlan({ agents: ids, queues, skills, slots: 1 }) })
  for (let n = 0; n < agents * 10; n += 1) arrive()
  for (const agentId of ids) {
    tell('connectAgent', { agentId, connectionId: agentId, processId: 'bench' })
    at += 1
    tell('setPresence', { agentId, stateId: 'ready' })
    answer()
    takeOne(agentId)
  }
  const decide = (): void => {
    at += 3
    arrive()
    answer()
    const place = Math.floor(random() * talking.length)
    const ended = talking[place]
    const last = talking.pop()
    if (ended === undefined || last === undefined) return
    if (ended !== last) talking[place] = last
    tell('endInteraction', ended)
    answer()
    takeOne(ended.agentId)
  }
  for (let n = 0; n < rounds / 4; n += 1) decide()
  events = 0
  const from = performance.now()
  for (let n = 0; n < rounds; n += 1) decide()
  return ((performance.now() - from) * 1e6) / events
}

export function benchMethods(rounds: number): object {
  const sizes = [100, 1000, 10_000]
  const times = 7
  const samples = selectionMethods.map((method) => sizes.map((agents) => ({ method, agents, ns: [] as number[] })))
  const heaps = sizes.map(() => [] as number[])
  for (let round = 0; round < times; round += 1)
    for (const [n, agents] of sizes.entries()) {
      for (const of of samples) of[n]?.ns.push(eventNs(of[n].method, agents, rounds))
      heaps[n]?.push(heapNs(agents * 10, 200_000))
    }
  const heap = heaps.map((all) => median(all))
  const heapGrowth = (heap.at(-1) ?? NaN) / (heap[0] ?? NaN)
  const methods = Object.fromEntries(
    samples.map((of) => {
      const ns = of.map((one) => median(one.ns))
      // Whatever else the machine does only adds: the quickest round is nearest to what the code itself takes.
      const quickest = of.map((one) => Math.min(...one.ns))
      const growth = (ns.at(-1) ?? NaN) / (ns[0] ?? NaN)
      return [
        of[0]?.method ?? '',
        {
          eventNs: ns.map(Math.round),
          eventsPerSecondAt1000: Math.round(1e9 / (ns[1] ?? NaN)),
          eventsPerSecondAt1000Quickest: Math.round(1e9 / (quickest[1] ?? NaN)),
          timesOfAHeapStep: ns.map((one, n) => Number((one / (heap[n] ?? NaN)).toFixed(1))),
          growthRelativeToHeap: Number((growth / heapGrowth).toFixed(2)),
        },
      ]
    }),
  )
  return {
    agents: sizes,
    plainHeapNs: heap.map(Math.round),
    methods,
    toReach: 'growthRelativeToHeap at most 1.5, 50,000 events a second at 1,000 agents',
  }
}
