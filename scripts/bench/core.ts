// Decisions of the core, beside a plain binary heap between the same sizes in the same run.
import { testPlan, testQueue } from '../../core/testing/index.ts'
import { run, State, type Command, type CommandBodies, type CommandType } from '../../core/routing/index.ts'
import { seeded } from '../../outside/index.ts'
import { PlainHeap } from './plain-heap.ts'

const actor = { kind: 'system', id: 'bench' } as const
let count = 0

export const command = <T extends CommandType>(type: T, body: CommandBodies[T]): Command =>
  ({
    id: String((count += 1)),
    type,
    v: 1,
    actor,
    onBehalfOf: null,
    reason: null,
    correlation: null,
    body,
  }) as unknown as Command

/** Nanoseconds of one decision: chats come, are offered, answered, ended, wrapped up, with two thirds of the people busy. */
function decisionNs(agents: number, rounds: number): number {
  const ids = Array.from({ length: agents }, (_, n) => `a${n}`)
  const queueCount = Math.max(2, Math.round(agents / 25))
  const queues = Array.from({ length: queueCount }, (_, q) =>
    testQueue(
      `q${q}`,
      ids.filter((_id, n) => n % queueCount === q || n % queueCount === (q + 1) % queueCount),
      { wrapUpSeconds: 5 },
    ),
  )
  const state = new State()
  let at = 1_000_000
  const tell = <T extends CommandType>(type: T, body: CommandBodies[T]): void =>
    void run(state, command(type, body), at)
  tell('publishPlan', { plan: testPlan({ agents: ids, queues, slots: 1 }) })
  for (const agentId of ids) {
    tell('connectAgent', { agentId, connectionId: agentId, processId: 'bench' })
    at += 1
    tell('setPresence', { agentId, stateId: 'ready' })
  }
  const random = seeded(7)
  const talking: { agentId: string; interactionId: string }[] = []
  const decide = (): void => {
    at += 3
    const interactionId = `i${(count += 1)}`
    const queueId = `q${Math.floor(random() * queueCount)}`
    tell('beginInteraction', {
      interactionId,
      channel: 'chat',
      customerId: 'c',
      lineId: 'site',
      queueId,
      connection: { id: interactionId, processId: 'bench' },
      contentId: null,
    })
    const offer = state.interactions.get(interactionId)?.visits[0]?.offers[0]
    if (offer !== undefined) {
      tell('answerOffer', { agentId: offer.agentId, offerId: offer.id, interactionId })
      talking.push({ agentId: offer.agentId, interactionId })
    }
    if (talking.length > (agents * 2) / 3) {
      // Any of those talking ends: the last takes its place, so that the bench itself costs the same at any size.
      const at = Math.floor(random() * talking.length)
      const ended = talking[at]
      const last = talking.pop()
      if (ended !== undefined && last !== undefined) {
        if (ended !== last) talking[at] = last
        tell('endInteraction', ended)
        tell('finishWrapUp', ended)
      }
    }
  }
  for (let n = 0; n < agents + rounds / 4; n += 1) decide()
  const before = count
  const from = performance.now()
  for (let n = 0; n < rounds; n += 1) decide()
  const commands = count - before - rounds
  return ((performance.now() - from) * 1e6) / commands
}

/** Nanoseconds of one step (take the first out, put it back with a new key) in a heap of this size. */
export function heapNs(size: number, rounds: number): number {
  const random = seeded(9)
  const heap = new PlainHeap()
  for (let n = 0; n < size; n += 1) heap.push({ key: random() * 1e9 })
  const step = (): void => {
    const first = heap.pop()
    first.key += random() * 1e9
    heap.push(first)
  }
  for (let n = 0; n < rounds; n += 1) step()
  const from = performance.now()
  for (let n = 0; n < rounds; n += 1) step()
  return ((performance.now() - from) * 1e6) / rounds
}

export const median = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN

export function benchCore(): object {
  const sizes = [100, 1000, 10_000]
  const samples = sizes.map((agents) => ({ agents, decisions: [] as number[], heaps: [] as number[] }))
  // Interleaved, so that a slow moment of the machine meets all sizes alike; the first round only warms up.
  for (let round = 0; round < 6; round += 1)
    for (const sample of samples) {
      const decision = decisionNs(sample.agents, 30_000)
      const heap = heapNs(sample.agents, 200_000)
      if (round === 0) continue
      sample.decisions.push(decision)
      sample.heaps.push(heap)
    }
  const results = samples.map(({ agents, decisions, heaps }) => ({
    agents,
    decisionNs: Math.round(median(decisions)),
    decisionsPerSecond: Math.round(1e9 / median(decisions)),
    plainHeapNs: Math.round(median(heaps)),
  }))
  const [small, , large] = results
  const growth = (large?.decisionNs ?? NaN) / (small?.decisionNs ?? NaN)
  const heapGrowth = (large?.plainHeapNs ?? NaN) / (small?.plainHeapNs ?? NaN)
  return {
    sizes: results,
    growth100To10000: Number(growth.toFixed(2)),
    plainHeapGrowth: Number(heapGrowth.toFixed(2)),
    growthRelativeToHeap: Number((growth / heapGrowth).toFixed(2)),
    toReach: 'growthRelativeToHeap at most 1.5',
  }
}
