import { plannedQueue, TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { eachChannel, upTo } from '@eudromos/core/plan'
import type { Follower } from '../runtime/follower.ts'
import { transferTargets } from './transfer-targets.ts'

jest.mock('server-only', () => ({}))

const limits = {
  id: 'mixed',
  slots: 1,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: eachChannel(() => upTo(1)),
}

/** Ana has a call of `sailings`; ben and then cleo have said Ready for `bookings`. */
function talking(): { centre: TestCentre; targets: () => NonNullable<ReturnType<typeof transferTargets>> } {
  const queues = [testQueue('sailings', ['ana']), testQueue('bookings', ['cleo', 'ben', 'ana']), testQueue('none', [])]
  const centre = new TestCentre(testPlan({ agents: ['ana', 'ben', 'cleo'], queues, limits }))
  centre.ready('ana')
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  centre.wait(5).ready('ben')
  centre.wait(5).ready('cleo')
  const document = { queues: queues.map(({ id }) => plannedQueue(id)) }
  const people = new Map(['ana', 'ben', 'cleo'].map((id) => [id, { id, name: `name of ${id}` }]))
  const follower = { state: centre.state, document, people } as unknown as Follower
  const targets = (): NonNullable<ReturnType<typeof transferTargets>> => {
    const found = transferTargets(follower, 'call')
    if (found === null) throw new Error('no targets')
    return found
  }
  return { centre, targets }
}

const asked = ({ queues }: NonNullable<ReturnType<typeof transferTargets>>): Record<string, string | null> =>
  Object.fromEntries(queues.map(({ id, asksId }) => [id, asksId]))

test('of a queue whoever is idle for longest would be asked, of those who have room, and never who has the call', () => {
  const { centre, targets } = talking()
  expect(asked(targets())).toEqual({ sailings: null, bookings: 'ben', none: null })
  centre.arrive('other', 'bookings', { channel: 'voice', lineId: 'phone' })
  // It is offered to ben.
  expect(asked(targets()).bookings).toBe('cleo')
  centre.do('setPresence', { agentId: 'cleo', stateId: 'break' })
  expect(asked(targets()).bookings).toBeNull()
})

test('people are told with what speaks for them, whoever has the call not', () => {
  const { targets } = talking()
  expect(targets().agents.map(({ id, name, free, able }) => ({ id, name, free, able }))).toEqual([
    { id: 'ben', name: 'name of ben', free: true, able: true },
    { id: 'cleo', name: 'name of cleo', free: true, able: true },
  ])
})
