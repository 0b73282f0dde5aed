import { testPlan } from '../testing/index.ts'
import { upcast, upcastCommand, type Command, type Event } from './index.ts'

test('a plan of before there were hours has every queue always open', () => {
  const { hours: _hours, shifts: _shifts, compiledUntil: _until, queues, people, ...rest } = testPlan()
  const old = {
    ...rest,
    queues: queues.map(({ hoursId: _h, atClosingTo: _t, onShiftOnly: _s, ...queue }) => queue),
    people: people.map(({ siteId: _site, shiftId: _shift, ...person }) => person),
  }
  const event = { type: 'planTaken', v: 1, at: 5, plan: old } as unknown as Event
  expect(upcast(event)).toMatchObject({
    v: 13,
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
