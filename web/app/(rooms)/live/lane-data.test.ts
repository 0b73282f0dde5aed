import { freshFigures } from '@eudromos/core/figures'
import {
  madeInteraction as interaction,
  madePerson as person,
  madePlanQueue,
  madeQueue,
  madeView,
} from '../../../view/testing/index.ts'
import type { InteractionView, PersonView, View } from '../../../view/view.ts'
import fc from 'fast-check'
import { targetPlace } from '@eudromos/core/figures'
import { fullLanes, Lanes, lanesOf, pilesOf } from './lane-data.ts'

const view = (queueCount: number, interactions: InteractionView[], people: PersonView[]): View =>
  madeView({
    queues: Array.from({ length: queueCount }, (_, n) =>
      madePlanQueue(
        `q${n}`,
        people.map(({ id }) => id),
      ),
    ),
    interactions,
    people,
  })

test('tokens stand by their wait, the people as the centre has them', () => {
  const made = view(1, [interaction('i1', 'q0', 80_000), interaction('i2', 'q0', 99_000)], [person('a'), person('b')])
  const standing = { free: 1, shared: 1, soon: 0, busy: 1, nextIds: ['b', 'a', 'of a private team'] }
  const [lane] = lanesOf({ ...made, queues: { q0: madeQueue('q0', standing) } }, 100_000)
  expect(lane?.waiting.map(({ interaction: { id }, lateness }) => [id, lateness])).toEqual([
    ['i2', 'fine'],
    ['i1', 'near'],
  ])
  expect([lane?.free, lane?.shared, lane?.soon, lane?.busy]).toEqual([1, 1, 0, 1])
  expect(lane?.next.map(({ id }) => id)).toEqual(['b', 'a'])
})

test('the level is of those whose answer in time is decided: met, missed, or late already; a fresh day has none', () => {
  const fresh = { ...freshFigures(0), entered: 1 }
  const levelAt = (now: number, figures = fresh, rest: Partial<InteractionView> = {}) => {
    const made = view(1, [interaction('i1', 'q0', 100_000, rest)], [])
    const [lane] = lanesOf({ ...made, queues: { q0: madeQueue('q0', { figures }) } }, now)
    return [lane?.level, lane?.levelState]
  }
  // The target is 20 seconds.
  expect(levelAt(104_000)).toEqual([null, 'fine'])
  expect(levelAt(120_000)).toEqual([null, 'fine'])
  expect(levelAt(120_001)).toEqual([0, 'late'])
  expect(levelAt(104_000, { ...fresh, entered: 5, answered: 4, answeredWithin: 3 })).toEqual([75, 'near'])
  // Offered still waits.
  expect(levelAt(104_000, fresh, { phase: 'offered' })).toEqual([null, 'fine'])
  // Moved on from another queue a moment ago: here they have not waited for long.
  expect(levelAt(130_000, fresh, { visitWait: { since: 129_000 } })).toEqual([null, 'fine'])
  // Of yesterday: not in the day's figures.
  expect(levelAt(104_000, { ...fresh, answered: 1, answeredWithin: 1 }, { visitWait: null })).toEqual([100, 'fine'])
})

test('a callback of later is not late, however long ago it was asked for', () => {
  const putOff = { ...interaction('i1', 'q0', 0), putOffUntil: 40_000_000 }
  const [lane] = lanesOf(view(1, [putOff, interaction('i2', 'q0', 0)], []), 30_000_000)
  expect(lane?.waiting.map(({ interaction: { id }, lateness }) => [id, lateness])).toEqual([
    ['i1', 'fine'],
    ['i2', 'late'],
  ])
})

test('those who would overlap are piled, those apart stand alone', () => {
  const many = Array.from({ length: 40 }, (_, n) => interaction(`i${n}`, 'q0', 100_000 - n * 1500))
  const [lane] = lanesOf(view(1, many, []), 100_000)
  const piles = pilesOf(lane?.waiting ?? [])
  expect(piles.length).toBeLessThan(10)
  expect(piles.flatMap(({ tokens }) => tokens.map(({ interaction: { id } }) => id)).sort()).toEqual(
    many.map(({ id }) => id).sort(),
  )
})

test('two far apart are no pile', () => {
  const [lane] = lanesOf(view(1, [interaction('i1', 'q0', 90_000), interaction('i2', 'q0', 99_000)], []), 100_000)
  expect(pilesOf(lane?.waiting ?? []).map(({ tokens }) => tokens.length)).toEqual([1, 1])
})

test('a pile is of one side of the target, stands on it, and covers no other', () => {
  // Shortly before and after the target (20 s), and of any length.
  const wait = fc.oneof(fc.integer({ min: 16, max: 24 }), fc.integer({ min: 0, max: 400 }))
  fc.assert(
    fc.property(fc.array(wait, { minLength: 1, maxLength: 60 }), (waits) => {
      const all = waits.map((seconds, n) => interaction(`i${n}`, 'q0', 1_000_000 - seconds * 1000))
      const [lane] = lanesOf(view(1, all, []), 1_000_000)
      const piles = pilesOf(lane?.waiting ?? [])
      expect(piles.flatMap(({ tokens }) => tokens)).toHaveLength(waits.length)
      for (const { place, tokens } of piles) {
        const late = tokens.filter(({ lateness }) => lateness === 'late').length
        expect([0, tokens.length]).toContain(late)
        expect(late > 0 ? place > targetPlace : place < targetPlace).toBe(true)
      }
      const gaps = piles.slice(1).map(({ place }, n) => place - (piles[n]?.place ?? 0))
      expect(Math.min(1, ...gaps)).toBeGreaterThan(0.07)
    }),
  )
})

test('of forty queues twelve lanes stand full, those with somebody waiting among them', () => {
  const lanes = lanesOf(view(40, [interaction('i1', 'q33', 0), interaction('i2', 'q39', 99_000)], []), 100_000)
  const full = fullLanes(lanes)
  expect(full.size).toBe(12)
  expect(full.has('q33') && full.has('q39') && full.has('q0')).toBe(true)
})

test('a queue closed in an emergency says so, and nothing of a stopgap under it', () => {
  const stopgap = {
    id: 's',
    kind: 'closed',
    from: 0,
    until: 200_000,
    reason: 'weather',
    words: null,
    byName: null,
  } as const
  const closed = madeView({
    queues: [madePlanQueue('q0', [])],
    live: { q0: { open: false, emergencyId: 'e1', stopgap } },
  })
  expect(lanesOf(closed, 100_000)[0]?.opening).toMatchObject({ emergency: true, stopgap: null, pressing: false })
})

test('a stopgap is told as begun with the second in which it begins, though nobody waits; else the hours move by the minute', () => {
  const stopgap = { id: 's', kind: 'closed', from: 620_000, until: 4_200_000 } as const
  const shown = madeView({
    queues: [madePlanQueue('q0', []), madePlanQueue('q1', [])],
    live: { q0: { open: true, stopgap: { ...stopgap, reason: 'weather', words: null, byName: null } } },
  })
  const lanes = new Lanes()
  const ats = (now: number): number[] => lanes.of(shown, now).map(({ at }) => at)
  expect(ats(619_000)).toEqual([619_000, 600_000])
  expect(ats(621_000)).toEqual([621_000, 600_000])
  expect(ats(799_000)).toEqual([780_000, 780_000])
})
