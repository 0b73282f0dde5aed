// Random plans, for the property tests.
import fc from 'fast-check'
import { channels, eachChannel, selectionMethods } from '../plan/index.ts'
import { testQueue } from './index.ts'

export const agents = ['a1', 'a2', 'a3', 'a4']
export const queues = ['q1', 'q2', 'q3']
/** Openings in the minutes of the story: pairs of instants, in order. */
const turns = fc
  .uniqueArray(fc.integer({ min: 900, max: 1300 }), { maxLength: 8 })
  .map((seconds) => seconds.sort((a, b) => a - b).slice(0, seconds.length - (seconds.length % 2)))
  .map((seconds) => seconds.map((second) => second * 1000))

export const skillId = fc.constantFrom('french', 'freight')
export const bounds = fc.record({
  skillId,
  least: fc.integer({ min: 0, max: 4 }),
  most: fc.integer({ min: 2, max: 5 }),
})
const afterSeconds = fc.constantFrom(0, 4, 9, 20)

/** Mostly none, so that offers are made in most stories. */
export const seldom = <T>(some: fc.Arbitrary<T[]>): fc.Arbitrary<T[]> =>
  fc.oneof({ weight: 2, arbitrary: fc.constant<T[]>([]) }, { weight: 1, arbitrary: some })

/** Each channel takes up to two slots; some want to be alone, or nearly. */
const limit = fc.record({
  slots: fc.integer({ min: 1, max: 2 }),
  most: fc.constantFrom(0, 1, 2, 2, 3, 3),
  alone: fc.constantFrom(false, false, true),
  beside: fc.subarray([...channels]),
})
const limits = fc.record({
  id: fc.constant('mixed'),
  slots: fc.integer({ min: 1, max: 5 }),
  freeForCalls: fc.constantFrom(0, 0, 1, 2),
  sameCustomerInCalls: fc.boolean(),
  channels: fc.record(eachChannel(() => limit)),
})

/** What a queue asks for, of whom and from when on. */
const asked = fc.record({
  selection: fc.constantFrom(...selectionMethods),
  laterReaches: fc.array(fc.record({ afterSeconds, agentIds: fc.subarray(agents) }), { maxLength: 2 }),
  requirements: seldom(fc.array(bounds, { maxLength: 2 })),
  relaxations: fc.array(
    fc.tuple(bounds, afterSeconds).map(([one, seconds]) => ({ ...one, afterSeconds: seconds })),
    { maxLength: 2 },
  ),
  longestWaitSeconds: fc.constantFrom(null, null, null, 6, 15, 30),
  priority: fc.integer({ min: 1, max: 10 }),
  callbackAfterSeconds: fc.constantFrom(null, 0, 0),
  callbackTries: fc.constantFrom(1, 2, 3),
  callbackRetrySeconds: fc.constantFrom(2, 10),
  voicemail: fc.boolean(),
  prioritySteps: fc.array(fc.record({ afterSeconds, priority: fc.integer({ min: 1, max: 10 }) }), { maxLength: 2 }),
})

export const lines = { voice: 'phone', chat: 'site', sms: 'texts', email: 'mail' }

export const plan = fc
  .record({
    slots: fc.integer({ min: 1, max: 3 }),
    members: fc.tuple(...queues.map(() => fc.subarray(agents, { minLength: 1 }))),
    targets: fc.tuple(...queues.map(() => fc.option(fc.constantFrom(10, 20, 60)))),
    windows: fc.tuple(...queues.map(() => fc.constantFrom(5, 15))),
    most: fc.option(fc.integer({ min: 1, max: 4 })),
    wrapUp: fc.constantFrom(0, 10),
    // q1 overflows to q3 when it closes; q2 serves those who wait.
    turns: fc.tuple(turns, turns, turns),
    kept: seldom(fc.subarray(queues)),
    shifts: fc.tuple(turns, turns),
    onShiftOnly: seldom(fc.subarray(queues)),
    limits: fc.option(limits, { freq: 2 }),
    skills: fc.tuple(...agents.map(() => fc.dictionary(skillId, fc.integer({ min: 1, max: 5 })))),
    fullTo: fc.boolean(),
    onTo: fc.subarray(queues),
    centre: fc.record({
      preferredSeconds: fc.constantFrom(3, 12, 30),
      transferPriority: fc.option(fc.integer({ min: 1, max: 10 })),
      longestWrapUpSeconds: fc.constantFrom(5, 25),
      askAfterSilenceSeconds: fc.option(fc.constantFrom(3, 8), { freq: 3 }),
      restAfterSilenceSeconds: fc.option(fc.constantFrom(6, 15), { freq: 3 }),
      backWithinSeconds: fc.constantFrom(0, 20, 600),
      ringSeconds: fc.constantFrom(3, 12),
      endAfterRestSeconds: fc.constantFrom(4, 30),
      textRestAfterSeconds: fc.option(fc.constantFrom(7, 20), { freq: 3 }),
      textEndAfterRestSeconds: fc.constantFrom(6, 40),
      mailRestAfterSeconds: fc.option(fc.constantFrom(5, 15), { freq: 3 }),
      mailEndAfterRestSeconds: fc.constantFrom(9, 30),
    }),
    asks: fc.tuple(...queues.map(() => asked)),
  })
  .map(
    ({
      slots,
      members,
      targets,
      windows,
      most,
      wrapUp,
      turns,
      kept,
      shifts,
      onShiftOnly,
      limits,
      skills,
      asks,
      fullTo,
      onTo,
      centre,
    }) => ({
      centre,
      ...(limits === null ? {} : { limits }),
      skills: Object.fromEntries(agents.map((id, n) => [id, skills[n] ?? {}])),
      hours: queues.map((id, n) => ({ id: `hours of ${id}`, openings: turns[n] ?? [] })),
      shifts: shifts.map((openings, n) => ({ id: `shift ${n}`, openings })),
      places: { a1: { shiftId: 'shift 0' }, a2: { shiftId: 'shift 0' }, a3: { shiftId: 'shift 1' } },
      agents,
      slots,
      queues: queues.map((id, n) =>
        testQueue(id, members[n] ?? [], {
          target: targets[n] == null ? null : { percent: 80, seconds: targets[n] },
          answerWindowSeconds: windows[n] ?? 15,
          mostWaiting: n === 0 ? most : null,
          wrapUpSeconds: wrapUp,
          hoursId: kept.includes(id) ? `hours of ${id}` : null,
          atClosingTo: n === 0 ? 'q3' : null,
          onShiftOnly: onShiftOnly.includes(id),
          ...asks[n],
          // Full or too slow, q1 overflows to q2, and that to q3.
          whenFullTo: n === 0 && fullTo ? 'q2' : null,
          longestWaitTo: onTo.includes(id) && n < 2 ? (queues[n + 1] ?? null) : null,
        }),
      ),
    }),
  )
