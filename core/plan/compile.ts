import { Temporal } from 'temporal-polyfill'
import { dayMs, OpenTimes, type Hours } from '../hours/index.ts'
import type { Instant } from '../ids/index.ts'
import { plainQueueWords } from './defaults.ts'
import type { CompiledHours, CompiledPlan, PlanDocument, PlanHours, QueueWords } from './plan.ts'
import { spelledOut } from './reach.ts'

const compiledDays = 400
/** What waits longer than this counts as having waited so long. */
const compiledDaysBack = 40

/** What depends on the calendar, as instants. */
export type CompiledTimes = Pick<CompiledPlan, 'hours' | 'shifts' | 'dayStarts' | 'compiledUntil'>

/** The hours as they are asked: with the holidays of the calendars that they take. */
export function hoursOf(
  { zone, weekly, exceptions, calendarIds }: Omit<PlanHours, 'id'>,
  calendars: PlanDocument['calendars'],
): Hours {
  const taken = calendars.filter(({ id }) => calendarIds.includes(id))
  return { zone, weekly, exceptions, holidays: taken.flatMap(({ holidays }) => holidays) }
}

/**
 * Everything of the document that depends on the calendar, as instants from 40 days before `at` to 400 days after. A
 * local hour that a change of clocks skips moves forward by the gap; one that happens twice means the first (RFC 5545,
 * 3.3.5).
 */
export function compileTimes({ centre, hours, shifts, calendars }: PlanDocument, at: Instant): CompiledTimes {
  const today = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(centre.zone).toPlainDate()
  const dayStarts = Array.from(
    { length: compiledDays + 1 },
    (_, day) =>
      today
        .add({ days: day })
        .toPlainDateTime({ hour: centre.dayStartsAtHour })
        .toZonedDateTime(centre.zone, { disambiguation: 'compatible' }).epochMilliseconds,
  ).filter((start) => start > at)
  const compiledUntil = at + compiledDays * dayMs
  const compiled = (one: Omit<PlanHours, 'id'> & Pick<CompiledHours, 'id'>): CompiledHours => ({
    id: one.id,
    openings: new OpenTimes(hoursOf(one, calendars))
      .intervals(at - compiledDaysBack * dayMs, compiledUntil)
      .flatMap(({ from, to }) => [from, to]),
  })
  return { hours: hours.map(compiled), shifts: shifts.map(compiled), dayStarts, compiledUntil }
}

type Planned = PlanDocument['queues'][number]
type Running = Omit<Planned, 'name' | 'description' | keyof QueueWords>
const left = new Set(['name', 'description', ...Object.keys(plainQueueWords)])

/** A queue without what only people and pages go by. What stays is known by `left` alone, which the library's type forgets. */
const running = (queue: Planned): Running =>
  Object.fromEntries(Object.entries(queue).filter(([field]) => !left.has(field))) as unknown as Running

/** The document as the router runs it: names left out, what depends on the calendar as instants. */
export function compilePlan(document: PlanDocument, version: number, at: Instant): CompiledPlan {
  const { name: _, abuseWarning: _words, customerFields: _fields, needs: _needs, ...centre } = document.centre
  return {
    version,
    centre,
    presenceStates: document.presenceStates.map(({ name: _name, sign: _sign, colour: _colour, ...state }) => state),
    loadLimits: document.loadLimits.map(({ name: _name, ...limits }) => limits),
    declineReasonIds: document.declineReasons.map(({ id }) => id),
    dispositionIds: document.dispositions.map(({ id }) => id),
    people: document.people,
    queues: document.queues.map((queue) => spelledOut(running(queue), document)),
    lines: document.lines
      .filter(({ on }) => on)
      .map(
        ({ name: _name, on: _on, address: _address, language: _language, closedAnswer: _closedAnswer, ...line }) =>
          line,
      ),
    siteIds: document.sites.map(({ id }) => id),
    ...compileTimes(document, at),
  }
}
