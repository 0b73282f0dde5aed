import { everyChannel, TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { requireEnd, requireRobotEnd } from './hands.ts'
import type { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

const limits = everyChannel(1)
const person = (id: string, simulated: boolean) => ({ id, name: id, roles: ['agent'], simulated, left: false })

/** Ana, who is simulated, and Ben, who is not, both in a call of theirs; Cleo is in none. */
function calls(): Pick<Runtime, 'follower'> {
  const centre = new TestCentre(
    testPlan({ queues: [testQueue('one', ['ana']), testQueue('two', ['ben']), testQueue('three', ['cleo'])], limits }),
  )
  for (const [agentId, queueId] of [
    ['ana', 'one'],
    ['ben', 'two'],
  ] as const) {
    centre.ready(agentId)
    centre.arrive(agentId, queueId, { channel: 'voice', lineId: 'phone' })
    centre.do('answerOffer', { agentId, offerId: `${agentId}.v1.o1`, interactionId: agentId })
  }
  const people = new Map([person('ana', true), person('ben', false), person('cleo', true)].map((one) => [one.id, one]))
  return { follower: { state: centre.state, people } } as unknown as Pick<Runtime, 'follower'>
}

test('a carrier speaks for a simulated agent in their own call, and for nobody else', () => {
  const place = calls()
  expect(() => requireRobotEnd(place, 'ana', 'ana')).not.toThrow()
  const refused = (agentId: string, interactionId: string) => {
    try {
      requireRobotEnd(place, agentId, interactionId)
      return null
    } catch (error) {
      return (error as ProblemError).problem.status
    }
  }
  expect(refused('ben', 'ben')).toBe(403)
  expect(refused('nobody', 'ana')).toBe(403)
  expect(refused('cleo', 'ana')).toBe(404)
  expect(refused('ana', 'ben')).toBe(404)
  expect(refused('ana', 'gone')).toBe(404)
})

test('nobody speaks for the customer, nor for an end that is not in the call', () => {
  const place = calls()
  const ben = person('ben', false) as unknown as Who
  expect(() => requireEnd(place, ben, 'ben', 'ben')).not.toThrow()
  expect(() => requireEnd(place, ben, 'ben', 'customer')).toThrow()
  expect(() => requireEnd(place, ben, 'ana', 'ben')).toThrow()
  expect(() => requireEnd(place, ben, 'ana', 'ana')).toThrow()
})
