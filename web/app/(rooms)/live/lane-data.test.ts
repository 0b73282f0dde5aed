import { freshFigures } from '@eudromos/core/figures'
import type { InteractionView, PersonView, View } from '../../../view/view.ts'
import { fullLanes, lanesOf, pilesOf } from './lane-data.ts'

const interaction = (id: string, queueId: string, waitSince: number): InteractionView => ({
  id,
  customerName: id,
  queueId,
  phase: 'waiting',
  test: false,
  arrivedAt: waitSince,
  wait: { since: waitSince },
  awaitsOpening: false,
  stuck: false,
  offer: null,
  agentId: null,
  connectedAt: null,
  customerHere: true,
  wrapUp: null,
  dispositionId: null,
  turn: { side: 'agent', since: waitSince },
  receipts: { customer: { delivered: 0, seen: 0 }, agent: { delivered: 0, seen: 0 } },
})

const person = (id: string, rest: Partial<PersonView> = {}): PersonView => ({
  id,
  name: id,
  simulated: false,
  roles: ['agent'],
  stateId: 'ready',
  stateSince: 0,
  idleSince: 0,
  connected: true,
  slots: 1,
  carried: [],
  queueIds: ['q0'],
  answeredToday: 0,
  averageHandleMs: null,
  ...rest,
})

function view(queueCount: number, interactions: InteractionView[], people: PersonView[]): View {
  const queues = Array.from({ length: queueCount }, (_, n) => ({
    id: `q${n}`,
    name: `Queue ${n}`,
    service: 'inService' as const,
    target: { percent: 80, seconds: 20 },
    agentIds: people.map(({ id }) => id),
    hours: null,
  }))
  return {
    seq: 1,
    at: 0,
    scope: 'live',
    agentId: null,
    plan: {
      version: 1,
      centreName: 'c',
      zone: 'UTC',
      defaultTargetSeconds: 60,
      missedStateId: 'unattended',
      presenceStates: [{ id: 'ready', name: 'Ready', admits: ['chat'], choosable: true, signedOut: false }],
      declineReasons: [],
      dispositions: [],
      queues,
    },
    people: Object.fromEntries(people.map((p) => [p.id, p])),
    queues: Object.fromEntries(
      queues.map(({ id }) => [
        id,
        {
          id,
          figures: { ...freshFigures(0), entered: 4, answered: 4, answeredWithin: 3 },
          waiting: 0,
          oldestWait: null,
          open: true,
          turnsAt: null,
          messages: 0,
          stopgap: null,
          present: 0,
          free: 0,
        },
      ]),
    ),
    interactions: Object.fromEntries(interactions.map((i) => [i.id, i])),
    messages: {},
  }
}

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
