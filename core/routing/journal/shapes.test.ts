import { testPlan } from '../../testing/index.ts'
import { upcast, upcastCommand, type Command, type Event } from '../index.ts'

test('a plan of before there were hours has every queue always open', () => {
  const { hours: _hours, shifts: _shifts, compiledUntil: _until, queues, people, ...rest } = testPlan()
  const old = {
    ...rest,
    queues: queues.map(({ hoursId: _h, atClosingTo: _t, onShiftOnly: _s, ...queue }) => queue),
    people: people.map(({ siteId: _site, shiftId: _shift, ...person }) => person),
  }
  const event = { type: 'planTaken', v: 1, at: 5, plan: old } as unknown as Event
  expect(upcast(event)).toMatchObject({
    v: 14,
    plan: {
      hours: [],
      shifts: [],
      queues: [{ hoursId: null, atClosingTo: null, onShiftOnly: false }],
      people: [{ siteId: null, shiftId: null }, {}, {}, {}],
    },
  })
  const back = { type: 'handedBack', v: 1, at: 5000, waitSince: 1000 } as unknown as Event
  expect(upcast(back)).toEqual({ type: 'requeued', v: 2, at: 5000, waitedBeforeMs: 4000 })
  const answered = { type: 'offerAnswered', v: 1, at: 5000, offerId: 'o' } as unknown as Event
  expect(upcast(answered)).toEqual({ ...answered, v: 2, waitedMs: null })
})

test('what happened before it had the names of the trade is read as one of today', () => {
  const read = (event: object) => upcast({ at: 5000, ...event } as Event)
  expect(read({ type: 'sentOn', v: 3, queueId: 'q', cause: 'full', by: null })).toMatchObject({
    type: 'overflowed',
    v: 3,
    cause: 'full',
  })
  expect(read({ type: 'turnedAway', v: 1, interactionId: 'i' })).toMatchObject({
    type: 'rejected',
    v: 2,
    waitedMs: null,
  })
  expect(read({ type: 'interactionSentAway', v: 1, interactionId: 'i' }).type).toBe('interactionRejected')
  const preferred = { agentId: 'ana', until: 9 }
  expect(read({ type: 'transferred', v: 1, wish: preferred })).toEqual({
    type: 'transferred',
    v: 1,
    at: 5000,
    preferred,
  })
  expect(read({ type: 'interactionArrived', v: 7, back: { wish: null } })).toMatchObject({
    back: { preferred: null },
  })
  expect(read({ type: 'wishLapsed', v: 1, cause: 'time' }).type).toBe('preferenceLapsed')
  const terms = { emergencyId: 'e', waiting: 'sentOn', sendOnTo: 'q', talking: 'handedBack' }
  const today = { emergencyId: 'e', waiting: 'overflowed', overflowTo: 'q', talking: 'requeued' }
  expect(read({ type: 'emergencyBegan', v: 1, ...terms })).toEqual({
    type: 'emergencyBegan',
    v: 2,
    at: 5000,
    ...today,
  })
  const calm = { type: 'emergencyBegan', v: 1, emergencyId: 'e', waiting: 'held', sendOnTo: null, talking: 'goOn' }
  expect(read(calm)).toMatchObject({ waiting: 'kept', overflowTo: null, talking: 'goOn' })
  expect(upcastCommand({ type: 'beginEmergency', body: terms } as unknown as Command).body).toEqual(today)
  const other = { type: 'tick', body: { sendOnTo: 1 } } as unknown as Command
  expect(upcastCommand(other)).toBe(other)
})

test('settings and times that a plan called otherwise are read by their names of today', () => {
  const { dayStarts, centre, ...rest } = testPlan()
  const { dayStartsAtHour, preferredSeconds, ...settings } = centre
  const old = {
    ...rest,
    dayTurns: dayStarts,
    centre: { ...settings, dayTurnsAtHour: dayStartsAtHour, wishSeconds: preferredSeconds },
  }
  const taken = upcast({ type: 'planTaken', v: 13, at: 5, plan: old } as unknown as Event)
  expect(taken).toMatchObject({ plan: { dayStarts, centre } })
  expect(upcastCommand({ type: 'publishPlan', body: { plan: old } } as unknown as Command).body).toEqual({
    plan: { ...rest, dayStarts, centre },
  })
  const times = { dayTurns: [7], hours: [], shifts: [], compiledUntil: 9 }
  const today = { dayStarts: [7], hours: [], shifts: [], compiledUntil: 9 }
  expect(upcast({ type: 'planExtended', v: 2, at: 5, version: 1, times } as unknown as Event)).toMatchObject({
    times: today,
  })
  expect(upcastCommand({ type: 'extendPlan', body: { version: 1, times } } as unknown as Command).body).toEqual({
    version: 1,
    times: today,
  })
  const before = upcast({
    type: 'planTaken',
    v: 1,
    at: 5,
    plan: { ...old, centre: { zone: 'UTC' } },
  } as unknown as Event)
  expect(before).toMatchObject({ plan: { centre: { preferredSeconds: 45 } } })
  expect(
    upcast({ type: 'deadlineQuarantined', v: 1, at: 5, kind: 'dayTurn', id: 'centre' } as unknown as Event),
  ).toEqual({
    ...{ type: 'deadlineQuarantined', v: 1, at: 5, kind: 'newDay', id: 'centre' },
  })
  for (const [was, is] of Object.entries({ dayTurned: 'dayBegan', shiftTurned: 'shiftChanged' }))
    expect(upcast({ type: was, v: 1, at: 5 } as unknown as Event)).toEqual({ type: is, v: 1, at: 5 })
})
