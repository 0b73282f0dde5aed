import { dayMs } from '../../hours/index.ts'
import {
  plainCentre,
  plainLine,
  plainPerson,
  plainQueue,
  channels,
  upTo,
  type CompiledPlan,
  type QueueId,
} from '../../plan/index.ts'
import type { Command } from './commands.ts'
import type { DeadlineKind } from '../due/due.ts'
import type { Event, EventType } from './events.ts'
import type { EmergencyTerms } from '../state/pieces.ts'

interface First {
  requeued: Event<'requeued'> & { readonly waitSince: number }
}

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

/** An event in the shape of today, whatever version wrote it. */
export function upcast(written: Event): Event {
  const type = renamed[written.type]
  const event = preferredOfToday(type === undefined ? written : ({ ...written, type } as Event))
  switch (event.type) {
    case 'planTaken':
      return event.v >= 14 ? event : { ...event, v: 14, plan: planOfToday(event.plan, event.at) }
    case 'planExtended':
      if (event.v >= 3) return event
      return { ...event, v: 3, times: { ...inNamesOfToday(event.times), shifts: event.times.shifts ?? [] } }
    case 'interactionArrived':
      if (event.v >= 7) return event
      if (event.v === 6) return { ...event, v: 7, patience: 1 }
      if (event.v === 5) return { ...event, v: 7, patience: 1, back: null }
      if (event.v === 4) return { ...event, v: 7, patience: 1, back: null, tags: [] }
      if (event.v === 3) return { ...event, v: 7, patience: 1, back: null, tags: [], addressId: null }
      return {
        ...event,
        v: 7,
        patience: 1,
        back: null,
        tags: [],
        addressId: null,
        leftMessage: event.leftMessage ?? false,
        requirements: [],
        priority: null,
      }
    case 'emergencyBegan':
      return event.v >= 2 ? event : { ...termsOfToday(event), v: 2 }
    case 'stopgapBegan':
      return event.v >= 2 ? event : { ...event, v: 2, from: event.at, wordsId: null }
    case 'callbackAsked':
      return event.v >= 2 ? event : { ...event, v: 2, notReached: null }
    case 'wrapUpSaved':
      return event.v >= 2 ? event : { ...event, v: 2, mood: null }
    case 'messageSent':
      // Text threads are younger than the first version.
      return event.v >= 2 ? event : { ...event, v: 2, textLineId: null }
    case 'interactionQuarantined':
    case 'deadlineQuarantined':
      return { ...event, kind: renamedKinds[event.kind] ?? event.kind }
    case 'requeued': {
      if (event.v >= 2) return event
      const { waitSince, ...rest } = event as First['requeued']
      return { ...rest, v: 2, waitedBeforeMs: event.at - waitSince }
    }
    case 'overflowed':
      return event.v >= 3 ? event : { ...event, v: 3, cause: event.v === 1 ? 'closed' : event.cause, by: null }
    case 'offerMade':
      return event.v >= 2 ? event : { ...event, v: 2, cause: 'match', by: null }
    case 'offerAnswered':
    case 'interactionAbandoned':
    case 'rejected':
      return event.v >= 2 ? event : { ...event, v: 2, waitedMs: null }
    default:
      return event
  }
}
