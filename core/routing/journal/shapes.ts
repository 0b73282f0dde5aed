import { dayMs } from '../../hours/index.ts'
import {
  plainCentre,
  plainLine,
  plainPerson,
  plainQueue,
  channels,
  upTo,
  type CompiledPlan,
  type Instant,
  type QueueId,
} from '../../plan/index.ts'
import type { Command } from './commands.ts'
import type { DeadlineKind } from '../due/due.ts'
import type { Event, EventBodies, EventType } from './events.ts'
import type { EmergencyTerms } from '../state/pieces.ts'

const before = {
  centre: ({ awayStateId }: CompiledPlan['centre']) => ({ evacuatedStateId: awayStateId, ownAbsences: true }),
  person: plainPerson,
  queue: {
    hoursId: null,
    atClosingTo: null,
    onShiftOnly: false,
    ...plainQueue,
  },
}

/**
 * A plan of any version as one of today: before there were opening hours every queue was always open, before there were
 * sites and shifts nobody had one, and before there were skills nothing was asked for and only chats were taken.
 */
const planOfToday = (written: CompiledPlan, at: number): CompiledPlan => {
  const plan = planInNamesOfToday(written)
  return Object.assign({ hours: [], shifts: [], siteIds: [], compiledUntil: at + 400 * dayMs }, plan, {
    centre: { ...before.centre(plan.centre), ...plainCentre, ...plan.centre },
    people: plan.people.map((person) => Object.assign({}, before.person, person)),
    presenceStates: plan.presenceStates.map((state) => Object.assign({ mostMinutes: null, teamIds: [] }, state)),
    queues: plan.queues.map((queue) => Object.assign({}, before.queue, queue)),
    lines: plan.lines.map((line) => Object.assign({}, plainLine, line)),
    loadLimits: plan.loadLimits.map(({ channels: known, ...limits }) => ({
      ...Object.assign({ freeForCalls: 0, sameCustomerInCalls: false }, limits),
      channels: Object.fromEntries(channels.map((one) => [one, { ...upTo(0), ...known[one] }])),
    })),
  })
}

/** What was called otherwise in plans, and in the times that they are extended by. */
const renamedSettings: Readonly<Record<string, string>> = {
  dayTurns: 'dayStarts',
  dayTurnsAtHour: 'dayStartsAtHour',
  wishSeconds: 'preferredSeconds',
}

const inNamesOfToday = <T extends object>(written: T): T =>
  Object.fromEntries(Object.entries(written).map(([name, value]) => [renamedSettings[name] ?? name, value])) as T

const planInNamesOfToday = (written: CompiledPlan): CompiledPlan => ({
  ...inNamesOfToday(written),
  centre: inNamesOfToday(written.centre),
})

/** What events were called in journals of before. */
const renamed: Readonly<Record<string, EventType>> = {
  sentOn: 'overflowed',
  handedBack: 'requeued',
  turnedAway: 'rejected',
  interactionSentAway: 'interactionRejected',
  wishBegan: 'preferenceBegan',
  wishLapsed: 'preferenceLapsed',
  callbackHeldOff: 'callbackPutOff',
  dayTurned: 'dayBegan',
  shiftTurned: 'shiftChanged',
}

/** What deadlines were called that a fault took out. */
const renamedKinds: Readonly<Record<string, DeadlineKind>> = { dayTurn: 'newDay', wish: 'preference' }

/** The agent for whom an interaction waits, by the name of today: of an event, and of what it came back with. */
function preferredOfToday<T extends object>(written: T): T {
  const back = 'back' in written && typeof written.back === 'object' ? written.back : null
  const inner = back !== null && 'wish' in back ? { ...written, back: preferredOfToday(back) } : written
  if (!('wish' in inner)) return inner
  const { wish, ...rest } = inner
  return { ...rest, preferred: wish } as unknown as T
}

const renamedWays: Readonly<Record<string, string>> = { sentOn: 'overflowed', held: 'kept', handedBack: 'requeued' }

type OldTerms = Pick<EmergencyTerms, 'waiting' | 'talking'> & { readonly sendOnTo: QueueId | null }

/** What becomes of those who wait and talk in an emergency, in the words of today. */
function termsOfToday<T extends object>(written: T): Omit<T, 'sendOnTo'> {
  if (!('sendOnTo' in written)) return written
  const { sendOnTo, waiting, talking, ...rest } = written as T & OldTerms
  return {
    ...rest,
    waiting: renamedWays[waiting] ?? waiting,
    talking: renamedWays[talking] ?? talking,
    overflowTo: sendOnTo,
  } as unknown as Omit<T, 'sendOnTo'>
}

/** A command in the words of today, which may have waited for its router while the program was renewed. */
export function upcastCommand(command: Command): Command {
  switch (command.type) {
    case 'beginEmergency':
      return { ...command, body: termsOfToday(command.body) }
    case 'publishPlan':
      return { ...command, body: { ...command.body, plan: planInNamesOfToday(command.body.plan) } }
    case 'extendPlan':
      return { ...command, body: { ...command.body, times: inNamesOfToday(command.body.times) } }
    default:
      return command
  }
}

type Written<T extends EventType> = Event<T> & Readonly<Record<string, unknown>>
/** From any version before `to`, back to that of the step before. */
interface Step<T extends EventType> {
  readonly to: number
  readonly as: (written: Written<T>) => object
}

/** What an event had not before. */
const adding =
  <T extends EventType>(more: Partial<EventBodies[T]>) =>
  (written: Written<T>): object => ({ ...written, ...more })

const waited = [{ to: 2, as: (written: object): object => ({ ...written, waitedMs: null }) }]

/** How events became what they are, step by step, where they were not always so. What is not named here is at version 1. */
const histories: { readonly [T in EventType]?: readonly Step<T>[] } = {
  planTaken: [{ to: 14, as: (written) => ({ ...written, plan: planOfToday(written.plan, written.at) }) }],
  planExtended: [
    {
      to: 3,
      as: ({ times, ...rest }) => ({ ...rest, times: { ...inNamesOfToday(times), shifts: times.shifts ?? [] } }),
    },
  ],
  interactionArrived: [
    {
      to: 3,
      as: (written) => ({ ...written, leftMessage: written.leftMessage ?? false, requirements: [], priority: null }),
    },
    { to: 4, as: adding({ addressId: null }) },
    { to: 5, as: adding({ tags: [] }) },
    { to: 6, as: adding({ back: null }) },
    { to: 7, as: adding({ patience: 1 }) },
  ],
  emergencyBegan: [{ to: 2, as: termsOfToday }],
  stopgapBegan: [{ to: 2, as: (written) => ({ ...written, from: written.at, wordsId: null }) }],
  callbackAsked: [{ to: 2, as: adding({ notReached: null }) }],
  wrapUpSaved: [{ to: 2, as: adding({ mood: null }) }],
  // Text threads are younger than the first version.
  messageSent: [{ to: 2, as: adding({ textLineId: null }) }],
  requeued: [{ to: 2, as: ({ waitSince, ...rest }) => ({ ...rest, waitedBeforeMs: rest.at - Number(waitSince) }) }],
  overflowed: [
    { to: 2, as: adding({ cause: 'closed' }) },
    { to: 3, as: adding({ by: null }) },
  ],
  offerMade: [{ to: 2, as: adding({ cause: 'match', by: null }) }],
  offerAnswered: waited,
  interactionAbandoned: waited,
  rejected: waited,
}

/** Makes an event, of today's version. */
export const event = <T extends EventType>(type: T, at: Instant, body: EventBodies[T]): Event<T> =>
  ({ type, v: histories[type]?.at(-1)?.to ?? 1, at, ...body }) as Event<T>

/** What names in it were of before, whichever version its shape had. */
function inWordsOfToday(written: Event): Event {
  const event = preferredOfToday({ ...written, type: renamed[written.type] ?? written.type } as Event)
  return 'kind' in event && event.kind in renamedKinds
    ? ({ ...event, kind: renamedKinds[event.kind] ?? event.kind } as Event)
    : event
}

/** An event in the shape of today, whatever version wrote it. */
export function upcast(written: Event): Event {
  const event = inWordsOfToday(written)
  // The one of its own type.
  const steps = (histories[event.type] ?? []) as readonly Step<EventType>[]
  return steps.reduce(
    (past, { to, as }) => (past.v >= to ? past : ({ ...as(past as Written<EventType>), v: to } as Event)),
    event,
  )
}
