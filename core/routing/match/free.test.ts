import fc from 'fast-check'
import { chatsOnly, upTo } from '../../plan/index.ts'
import { command, TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { plan } from '../../testing/made-plans.ts'
import { story } from '../../testing/made-stories.ts'
import { oldestIn, peopleFor, prospectsOf } from './free.ts'
import { agentGrounds } from './grounds.ts'
import { visitOf } from '../state/pieces.ts'
import { run } from '../run.ts'
import { State } from '../state/state.ts'

/** Searches everything: who meets every condition for something that waits; where nothing does, for something new. */
function freeBySearch(state: State, queueId: string): string[] {
  const waiting = [...state.interactions.values()].filter(
    (one) =>
      one.phase === 'waiting' &&
      visitOf(one).queueId === queueId &&
      !visitOf(one).awaitsOpening &&
      one.callback?.putOffUntil == null,
  )
  if (state.isKept(queueId)) return []
  const found = [...state.agents.keys()].filter((id) => {
    if (waiting.length === 0) return prospectsOf(state, id).some((one) => one.queueId === queueId && one.agent.eligible)
    return waiting.some(
      (one) =>
        // That somebody has room for more of a customer of theirs makes them free for nobody else.
        agentGrounds(state, id, one)?.eligible === true && state.hasRoom(state.agent(id), one.channel),
    )
  })
  return found.sort()
}

test('who is free is who could be offered what waits, else what the lines bring: against a search of everything', () => {
  fc.assert(
    fc.property(plan, story(40), (first, steps) => {
      const state = new State()
      let at = 1_000_000
      let version = 1
      run(state, command('publishPlan', { plan: testPlan({ ...first, version }) }), at)
      for (const { after, make } of steps) {
        at += after
        version += 1
        for (const next of make(state, version)) run(state, next, at)
        for (const { id, service } of state.plan?.queues ?? []) {
          if (service === 'retired') continue
          const { free, soon, busy } = peopleFor(state, id)
          expect([...free].sort()).toEqual(freeBySearch(state, id).filter((agentId) => isOf(state, id, agentId)))
          expect(new Set([...free, ...soon, ...busy]).size).toBe(free.length + soon.length + busy.length)
        }
      }
    }),
    { numRuns: 60 },
  )
})

/** A preferred agent who is not of the queue is nobody whom the queue has. */
const isOf = (state: State, queueId: string, agentId: string): boolean => {
  const waitsForThem = [...state.interactions.values()].some(
    (one) => visitOf(one).queueId === queueId && visitOf(one).preferred?.agentId === agentId,
  )
  return waitsForThem || state.index.queue(queueId).demand.order.has(agentId)
}

const limits = {
  ...{ id: 'usual', slots: 3, freeForCalls: 0, sameCustomerInCalls: false },
  channels: { ...chatsOnly(3), voice: upTo(1) },
}

test('with people waiting for a skill nobody free is counted who lacks it, however idle they are', () => {
  const centre = new TestCentre(
    testPlan({
      agents: ['ana', 'ben'],
      queues: [testQueue('sailings', ['ana', 'ben'])],
      skills: { ana: { pt: 3 } },
      limits,
    }),
  )
  centre.ready('ben')
  expect(peopleFor(centre.state, 'sailings').free).toEqual(['ben'])
  centre.arrive('i1', 'sailings', { requirements: [{ skillId: 'pt', least: 1, most: 5 }] })
  expect(peopleFor(centre.state, 'sailings')).toEqual({ free: [], soon: [], busy: [] })
  // Who lacks the skill would still be offered what the lines bring.
  expect(prospectsOf(centre.state, 'ben').map(({ channel, agent }) => [channel, agent.eligible])).toEqual([
    ['chat', true],
    ['voice', true],
    ['sms', false],
    ['email', false],
  ])
})

test('who is offered still waits: the longest wait goes on until the answer', () => {
  const centre = new TestCentre()
  centre.ready('ana')
  centre.arrive('i1')
  centre.wait(5).arrive('i2')
  expect(centre.state.interaction('i1').phase).toBe('offered')
  expect(oldestIn(centre.state, 'sailings')?.id).toBe('i1')
  centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
  expect(oldestIn(centre.state, 'sailings')?.id).toBe('i2')
})
