import { dayMs } from '../hours/index.ts'
import { plainCentre, plainLine, plainPerson, plainQueue, channels, upTo, type CompiledPlan } from '../plan/index.ts'
import type { Event } from './events.ts'

interface First {
  handedBack: Event<'handedBack'> & { readonly waitSince: number }
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
const planOfToday = (plan: CompiledPlan, at: number): CompiledPlan =>
  Object.assign({ hours: [], shifts: [], siteIds: [], compiledUntil: at + 400 * dayMs }, plan, {
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

/** An event in the shape of today, whatever version wrote it. */
export function upcast(event: Event): Event {
  switch (event.type) {
    case 'planTaken':
      return event.v >= 13 ? event : { ...event, v: 13, plan: planOfToday(event.plan, event.at) }
    case 'planExtended':
      return event.v >= 2 ? event : { ...event, v: 2, times: { ...event.times, shifts: event.times.shifts ?? [] } }
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
    case 'stopgapBegan':
      return event.v >= 2 ? event : { ...event, v: 2, from: event.at, wordsId: null }
    case 'callbackAsked':
      return event.v >= 2 ? event : { ...event, v: 2, notReached: null }
    case 'wrapUpSaved':
      return event.v >= 2 ? event : { ...event, v: 2, mood: null }
    case 'messageSent':
      // Text threads are younger than the first version.
      return event.v >= 2 ? event : { ...event, v: 2, textLineId: null }
    case 'handedBack': {
      if (event.v >= 2) return event
      const { waitSince, ...rest } = event as First['handedBack']
      return { ...rest, v: 2, waitedBeforeMs: event.at - waitSince }
    }
    case 'sentOn':
      return event.v >= 3 ? event : { ...event, v: 3, cause: event.v === 1 ? 'closed' : event.cause, by: null }
    case 'offerMade':
      return event.v >= 2 ? event : { ...event, v: 2, cause: 'match', by: null }
    case 'offerAnswered':
    case 'interactionAbandoned':
    case 'turnedAway':
      return event.v >= 2 ? event : { ...event, v: 2, waitedMs: null }
    default:
      return event
  }
}
