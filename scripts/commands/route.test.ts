import type { PlanDocument } from '@eudromos/core/plan'
import { people } from '../demo/scenario-people.ts'
import { times } from '../demo/scenario-times.ts'
import { centre, lines as known, queues, skills, teams } from '../demo/scenario.ts'
import { faultsIn } from './given.ts'
import { checkFile } from './plan.ts'
import { BadInput, type InputFault } from './problem.ts'
import { readEvents, route } from './route.ts'

const plan = {
  ...centre,
  ...times,
  skills,
  queues,
  people: people.map(({ id, roles, loadLimitsId, siteId, shiftId, teamId, tier, skills: own }) => ({
    id,
    roles,
    loadLimitsId,
    siteId,
    shiftId,
    teamId,
    tier,
    skills: Object.entries(own).map(([skillId, level]) => ({ skillId, level })),
  })),
  teams,
  lines: known.map((line) => (line.queueIds.length > 0 ? line : { ...line, queueIds: queues.map(({ id }) => id) })),
} as PlanDocument
const planText = JSON.stringify(plan)
const everyDay = [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, from: '00:00', to: '24:00' }))

const events = [
  ['10:00:00', 'presence', { agentId: 'joao-tavares', stateId: 'ready' }],
  ['10:00:01', 'presence', { agentId: 'quentin-ames', stateId: 'ready' }],
  ['10:00:02', 'arrive', { interactionId: 'i1', queueId: 'vehicles-freight' }],
  ['10:00:05', 'decline', { interactionId: 'i1' }],
  ['10:01:10', 'answer', { interactionId: 'i1' }],
  ['10:01:11', 'answer', { interactionId: 'i1' }],
  ['10:03:10', 'end', { interactionId: 'i1' }],
] as const
const eventsText = events
  .map(([time, type, body]) => JSON.stringify({ at: `2027-03-12T${time}Z`, type, body }))
  .join('\n')

interface Line {
  readonly at: string
  readonly type?: string
  readonly agentId?: string
  readonly refused?: string
  readonly code?: string
  readonly grounds?: { readonly agents: readonly { readonly agentId: string; readonly excludedBy?: string }[] }
}

const lines = (withGrounds = false): Line[] => [...route(planText, eventsText, withGrounds)] as Line[]

test('plays the commands, and what comes by itself between and after them', () => {
  const told = lines()
    .filter(({ type, refused }) => refused !== undefined || /offer|step|wrapUp/i.test(type ?? ''))
    .map(({ at, type, refused, agentId }) => [at.slice(11, 19), refused ?? type, agentId].join(' ').trim())
  expect(told).toEqual([
    '10:00:02 offerMade joao-tavares',
    '10:00:05 offerDeclined joao-tavares',
    '10:00:15 offerMade joao-tavares',
    '10:00:35 offerMissed joao-tavares',
    // After 60 s level 1 of freight papers will do.
    '10:01:02 stepReached',
    '10:01:02 offerMade quentin-ames',
    '10:01:10 offerAnswered quentin-ames',
    '10:01:11 answer',
    '10:03:55 wrapUpEnded',
  ])
  expect(lines().find(({ refused }) => refused !== undefined)).toMatchObject({ refused: 'answer', code: 'offerOver' })
})

test('with grounds, each offer says who was looked at before it, and what excluded them', () => {
  const [first] = lines(true).filter(({ grounds }) => grounds !== undefined)
  const excluded = first?.grounds?.agents.map(({ agentId, excludedBy }) => [agentId, excludedBy ?? 'nothing'])
  expect(Object.fromEntries(excluded ?? [])).toMatchObject({
    'joao-tavares': 'nothing',
    'quentin-ames': 'skilled',
    'ruta-jansone': 'present',
  })
  expect(lines(true).filter(({ grounds }) => grounds === undefined)).toEqual(lines())
})

test('what goes from hand to hand other than by an offer', () => {
  const told = (list: readonly (readonly [string, string, object])[]): string[] => {
    const text = list.map(([time, type, body]) => JSON.stringify({ at: `2027-03-12T${time}Z`, type, body })).join('\n')
    return [...route(planText, text, false)].flatMap((line) => {
      const { refused, type, cause } = line as Line & { readonly cause?: string }
      if (refused !== undefined) return [`${refused} refused`]
      return ['offerMade', 'overflowed', 'transferred'].includes(type ?? '') ? [`${type} ${cause ?? ''}`.trim()] : []
    })
  }
  const i1 = { interactionId: 'i1' }
  expect(
    told([
      ['10:05:00', 'presence', { agentId: 'ines-valadao', stateId: 'ready' }],
      ['10:05:01', 'arrive', { ...i1, queueId: 'lost-property' }],
      ['10:05:20', 'take', { ...i1, agentId: 'bram-ostrander' }],
      ['10:05:30', 'take', { ...i1, agentId: 'ines-valadao' }],
      ['10:05:31', 'say', { ...i1, agentId: 'ines-valadao' }],
      ['10:06:00', 'transfer', { ...i1, toQueueId: 'groups' }],
      ['10:06:10', 'assign', { ...i1, agentId: 'ines-valadao' }],
      ['10:06:12', 'move', { ...i1, queueId: 'lost-property' }],
    ]),
  ).toEqual(['takeInteraction refused', 'offerMade taken', 'transferred', 'offerMade assigned', 'overflowed moved'])
})

test('a text of the caller comes during the call, one of somebody else does not', () => {
  const lines = [
    { id: 'calls', name: 'Calls', channel: 'voice', on: true, queueIds: ['bookings', 'vehicles-freight'] },
    { id: 'elsewhere', name: 'Texts', channel: 'sms', on: true, queueIds: ['bookings'] },
    { id: 'texts', name: 'Texts for freight', channel: 'sms', on: true, queueIds: ['vehicles-freight'] },
  ]
  const calls = JSON.stringify({ ...plan, lines })
  const text = [
    ['10:00:00', 'presence', { agentId: 'joao-tavares', stateId: 'ready' }],
    [
      '10:00:01',
      'arrive',
      { interactionId: 'call', channel: 'voice', customerId: 'ilse', queueId: 'vehicles-freight' },
    ],
    ['10:00:02', 'answer', { interactionId: 'call' }],
    ['10:00:03', 'arrive', { interactionId: 'other', channel: 'sms', customerId: 'jon', queueId: 'vehicles-freight' }],
    ['10:00:04', 'arrive', { interactionId: 'hers', channel: 'sms', customerId: 'ilse', queueId: 'vehicles-freight' }],
  ]
    .map(([time, type, body]) => JSON.stringify({ at: `2027-03-12T${String(time)}Z`, type, body }))
    .join('\n')
  const offers = [...route(calls, text, false)].flatMap((line) => {
    const { type, interactionId } = line as Line & { readonly interactionId?: string }
    return type === 'offerMade' ? [interactionId] : []
  })
  expect(offers.slice(0, 2)).toEqual(['call', 'hers'])
})

test('a line that is no command, or out of order, is refused with its number, and nothing is played', () => {
  const thrown = (text: string): BadInput => {
    try {
      readEvents(text)
    } catch (error) {
      if (error instanceof BadInput) return error
    }
    throw new Error('it was read')
  }
  const late = '{"at":"2027-03-12T09:00:00Z","type":"leave","body":{"interactionId":"i1"}}'
  expect(thrown(`${eventsText}\n${late}`).faults).toMatchObject([{ pointer: '/8/at' }])
  expect(thrown('{"at":1,"type":"dance","body":{}}').faults).toMatchObject([{ pointer: '/1' }])
  expect(thrown('{').message).toContain('Line 1 of the events is not JSON')
})

test('the demo’s plan is in the published form; what is not is named by its place', () => {
  expect(faultsIn(plan, 'plan')).toEqual([])
  const [queue] = queues
  const wrong = { ...plan, queues: [{ ...queue, selection: 'byLot' }] }
  expect(faultsIn(wrong, 'plan')).toMatchObject([{ pointer: '/queues/0/selection' }])
  expect(() => checkFile(JSON.stringify(wrong), 0)).toThrow(BadInput)
})

test('a plan file is checked as the screens check it, faults first', () => {
  const circle = queues.map((one) => (one.id === 'today-s-sailings' ? { ...one, whenFullTo: 'bookings' } : one))
  const found = checkFile(JSON.stringify({ ...plan, queues: circle }), Date.parse('2027-03-12T10:00:00Z'))
  expect(found[0]).toMatchObject({ severity: 'fault', code: 'fullInACircle', of: 'queue today-s-sailings' })
  expect(found.filter(({ code }) => code === 'onePersonHasIt').map(({ of }) => of)).toEqual(['skill refund-authority'])
})

const refusedBy = (make: () => unknown): readonly InputFault[] => {
  try {
    make()
  } catch (error) {
    if (error instanceof BadInput) return error.faults
    throw error
  }
  throw new Error('it was not refused')
}

test.each([
  [
    'ways on in a circle without a wait',
    {
      queues: queues.map((one) => ({
        ...one,
        ...(one.id === 'bookings' ? { longestWaitSeconds: 0, longestWaitTo: 'groups' } : {}),
        ...(one.id === 'groups' ? { longestWaitSeconds: 0, longestWaitTo: 'bookings' } : {}),
      })),
    },
    /\/queues\/\d+/,
    /come back here/,
  ],
  ['an unknown zone', { centre: { ...plan.centre, zone: 'Atlantis' } }, /\/centre/, /not a time zone/],
  [
    'an unknown zone of hours',
    { hours: plan.hours.map((one) => ({ ...one, zone: 'Atlantis' })) },
    /\/hours\/0/,
    /cannot be used/,
  ],
])('a plan that cannot be played is refused with its place: %s', (_what, wrong, pointer, detail) => {
  const [fault] = refusedBy(() => route(JSON.stringify({ ...plan, ...wrong }), eventsText, false))
  expect(fault?.pointer).toMatch(pointer)
  expect(fault?.detail).toMatch(detail)
})

test.each([
  ['before 1970', { at: -1, type: 'leave', body: { interactionId: 'x' } }, '/1/at'],
  ['beyond all calendars', { at: 1e20, type: 'leave', body: { interactionId: 'x' } }, '/1/at'],
  ['no such day', { at: '2027-02-30T10:00:00Z', type: 'leave', body: { interactionId: 'x' } }, '/1/at'],
  ['no such command', { at: 1, type: 'sing', body: {} }, '/1'],
  ['a field left out', { at: 1, type: 'presence', body: { agentId: 'ana-mirel' } }, '/1/body'],
  ['a field of another kind', { at: 1, type: 'leave', body: { interactionId: 7 } }, '/1/body/interactionId'],
])('a line that cannot be played names its field: %s', (_what, event, pointer) => {
  expect(refusedBy(() => readEvents(JSON.stringify(event)))[0]?.pointer).toBe(pointer)
})

test('events may not lie further apart than a plan is played', () => {
  const at = (year: number): string =>
    JSON.stringify({ at: `${year}-03-12T10:00:00Z`, type: 'leave', body: { interactionId: 'x' } })
  expect(refusedBy(() => readEvents([at(2027), at(2048)].join('\n')))[0]?.detail).toMatch(/20 years/)
})

test('the calendar is carried on: a queue that is always open is so years later', () => {
  const always = { ...plan, queues: queues.map((one) => ({ ...one, hoursId: null })) }
  const later = [
    { at: '2027-03-12T10:00:00Z', type: 'presence', body: { agentId: 'joao-tavares', stateId: 'ready' } },
    { at: '2029-03-12T10:00:00Z', type: 'arrive', body: { interactionId: 'i1', queueId: 'vehicles-freight' } },
  ]
  const kept = {
    ...plan,
    hours: plan.hours.map((one) => ({ ...one, weekly: everyDay, exceptions: [], calendarIds: [] })),
  }
  for (const one of [always, kept]) {
    const told = [...route(JSON.stringify(one), later.map((line) => JSON.stringify(line)).join('\n'), false)] as Line[]
    expect(told.find(({ type }) => type === 'offerMade')?.at).toBe('2029-03-12T10:00:00.000Z')
    expect(told.some(({ type }) => type === 'queueClosed')).toBe(false)
  }
})
