import { TestCentre } from '@eudromos/core/testing'
import { placeOf } from './places.ts'

test('a place is that of the last event, and looked up only once for all who ask', () => {
  const centre = new TestCentre()
  centre.arrive('first')
  centre.wait(5).arrive('second')
  const { state } = centre
  let looked = 0
  const { queue } = state.index
  jest.spyOn(state.index, 'queue').mockImplementation((id) => {
    looked += 1
    return queue.call(state.index, id)
  })
  const at = (seq: number, id: string) => placeOf({ state, seq }, state.interaction(id))
  expect([at(1, 'first'), at(1, 'second'), at(1, 'second')]).toEqual([1, 2, 2])
  expect(looked).toBe(1)
  centre.do('leaveInteraction', { interactionId: 'first' })
  expect(at(2, 'second')).toBe(1)
  expect(looked).toBe(2)
})
