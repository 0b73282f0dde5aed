/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react'
import { chatsOnly, plainPerson, plainState, type PlanDocument } from '@eudromos/core/plan'
import { plannedLine, plannedQueue } from '@eudromos/core/testing'
import { countFindings, useCounted } from './counted.ts'

const document = {
  centre: { name: 'Centre', zone: 'Europe/Lisbon' },
  presenceStates: [{ ...plainState, id: 'ready', name: 'Ready', admits: chatsOnly }],
  loadLimits: [],
  declineReasons: [],
  dispositions: [],
  hours: [],
  calendars: [],
  sites: [],
  shifts: [],
  teams: [],
  scripts: [],
  templates: [],
  skills: [{ id: 'fares', name: 'Fares', kind: 'knowledge' }],
  lines: [plannedLine(['gone'])],
  // Nobody is in them.
  queues: Array.from({ length: 30 }, (_, n) => ({ ...plannedQueue(`q${n}`), name: `Queue ${n}` })),
  people: [{ ...plainPerson, id: 'ana', name: 'Ana', roles: ['agent' as const] }],
} as unknown as PlanDocument
const at = Date.UTC(2027, 2, 12)

test('each thing is counted once, with what is wrong with it', () => {
  const all = [...countFindings(document, at)]
  expect(new Set(all.map(([kind, id]) => `${kind} ${id}`)).size).toBe(all.length)
  expect(all.filter(([kind]) => kind === 'queue')).toHaveLength(30)
  const of = (kind: string, id: string) => all.find(([k, i]) => k === kind && i === id)?.[2] ?? -1
  expect(of('queue', 'q7')).toBeGreaterThan(0)
  expect(of('line', 'site')).toBeGreaterThan(0)
})

test('they are counted in stretches, nothing before the day is known, and anew when the plan is another', () => {
  jest.useFakeTimers()
  // Each look at the clock finds a stretch over.
  let now = 0
  jest.spyOn(performance, 'now').mockImplementation(() => (now += 100))
  const { result, rerender } = renderHook(({ of, from }) => useCounted(of, from), {
    initialProps: { of: document, from: 0 },
  })
  act(() => jest.runAllTimers())
  expect(result.current.queue.size).toBe(0)
  rerender({ of: document, from: at })
  act(() => jest.advanceTimersToNextTimer())
  expect(result.current.queue.size).toBe(0)
  act(() => jest.runAllTimers())
  expect(result.current.queue.size).toBe(30)
  rerender({ of: { ...document, queues: document.queues.slice(0, 2) }, from: at })
  expect(result.current.queue.size).toBe(30)
  act(() => jest.runAllTimers())
  expect(result.current.queue.size).toBe(2)
  jest.restoreAllMocks()
  jest.useRealTimers()
})
