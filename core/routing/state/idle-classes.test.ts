import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { mostIdleClasses } from './idle-classes.ts'

const skills = Array.from({ length: 100 }, (_, n) => `skill-${n}`)
const able = Object.fromEntries(skills.map((id) => [id, 3]))
const asks = (skillId: string) => ({ skillId, least: 1, most: 5 })
const plan = testPlan({
  agents: ['ana', 'ben'],
  slots: 1,
  queues: [testQueue('sailings', ['ana', 'ben'])],
  skills: { ana: able, ben: able },
})

test('what nobody waits for any more is let go, for the queue and for its people', () => {
  const centre = new TestCentre(plan)
  centre.ready('ana')
  centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
  for (const [n, skillId] of skills.entries()) {
    centre.arrive(`i${n}`, 'sailings', { requirements: [asks(skillId)] })
    centre.do('leaveInteraction', { interactionId: `i${n}` })
  }
  const { classes, idle } = centre.state.index.queue('sailings')
  expect(centre.state.interactions.size).toBe(0)
  expect([classes.size, idle.size]).toEqual([mostIdleClasses, mostIdleClasses])
})

test('one that was let go comes again, and finds its people', () => {
  const centre = new TestCentre(plan)
  centre.ready('ana')
  for (const [n, skillId] of skills.entries()) {
    const { events } = centre.arrive(`i${n}`, 'sailings', { requirements: [asks(skillId)] })
    expect(events.map(({ type }) => type)).toEqual(['interactionArrived', 'offerMade'])
    centre.do('leaveInteraction', { interactionId: `i${n}` })
  }
  centre.arrive('again', 'sailings', { requirements: [asks('skill-0')] })
  expect(centre.state.agent('ana').carried).toEqual(['again'])
  // Those who wait are never let go, however many classes come and go beside them.
  for (const [n, skillId] of skills.entries()) centre.arrive(`w${n}`, 'sailings', { requirements: [asks(skillId)] })
  expect(centre.state.index.queue('sailings').classes.size).toBeGreaterThanOrEqual(100)
  centre.do('leaveInteraction', { interactionId: 'again' })
  expect(centre.state.agent('ana').carried).toEqual(['w0'])
})
