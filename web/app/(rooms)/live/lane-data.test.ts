import {
  madeInteraction as interaction,
  madePerson as person,
  madePlanQueue,
  madeView,
} from '../../../view/testing/index.ts'
import type { InteractionView, PersonView, View } from '../../../view/view.ts'
import { fullLanes, lanesOf, pilesOf } from './lane-data.ts'

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

test('tokens stand by their wait, the people by what they carry', () => {
  const people = [
    person('free', { queueIds: ['q0', 'q1'] }),
    person('soon', { carried: [{ id: 'x', phase: 'wrapUp' }] }),
    person('busy', { carried: [{ id: 'y', phase: 'connected' }] }),
    person('gone', { connected: false }),
  ]
  const [lane] = lanesOf(view(1, [interaction('i1', 'q0', 80_000), interaction('i2', 'q0', 99_000)], people), 100_000)
  expect(lane?.waiting.map(({ interaction: { id }, lateness }) => [id, lateness])).toEqual([
    ['i2', 'fine'],
    ['i1', 'near'],
  ])
  expect([lane?.free, lane?.soon, lane?.busy].map((group) => group?.map(({ id }) => id))).toEqual([
    ['free'],
    ['soon'],
    ['busy'],
  ])
  expect([lane?.shared, lane?.level, lane?.levelState]).toEqual([1, 75, 'near'])
})

test('a callback of later is not late, however long ago it was asked for', () => {
  const held = { ...interaction('i1', 'q0', 0), heldUntil: 40_000_000 }
  const [lane] = lanesOf(view(1, [held, interaction('i2', 'q0', 0)], []), 30_000_000)
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

test('of forty queues twelve lanes stand full, those with somebody waiting among them', () => {
  const lanes = lanesOf(view(40, [interaction('i1', 'q33', 0), interaction('i2', 'q39', 99_000)], []), 100_000)
  const full = fullLanes(lanes)
  expect(full.size).toBe(12)
  expect(full.has('q33') && full.has('q39') && full.has('q0')).toBe(true)
})

test('a queue closed in an emergency says so, and nothing of a stopgap under it', () => {
  const stopgap = { id: 's', kind: 'closed', until: 200_000, reason: 'weather', byName: null } as const
  const closed = madeView({
    queues: [madePlanQueue('q0', [])],
    live: { q0: { open: false, emergencyId: 'e1', stopgap } },
  })
  expect(lanesOf(closed, 100_000)[0]?.opening).toMatchObject({ emergency: true, stopgap: null, pressing: false })
})
