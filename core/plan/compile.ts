import { Temporal } from 'temporal-polyfill'
import type { Instant } from './ids.ts'
import type { CompiledPlan, PlanDocument } from './plan.ts'

const compiledDays = 400

/**
 * The document as the router runs it: names left out, the turns of the day as instants. A local hour that a change of
 * clocks skips moves forward by the gap; one that happens twice means the first (RFC 5545, 3.3.5).
 */
export function compilePlan(document: PlanDocument, version: number, at: Instant): CompiledPlan {
  const { zone, dayTurnsAtHour } = document.centre
  const today = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).toPlainDate()
  const dayTurns = Array.from(
    { length: compiledDays + 1 },
    (_, day) =>
      today
        .add({ days: day })
        .toPlainDateTime({ hour: dayTurnsAtHour })
        .toZonedDateTime(zone, { disambiguation: 'compatible' }).epochMilliseconds,
  ).filter((turn) => turn > at)
  const { name: _, ...centre } = document.centre
  return {
    version,
    centre,
    presenceStates: document.presenceStates.map(({ id, admits, choosable, signedOut }) => ({
      id,
      admits,
      choosable,
      signedOut,
    })),
    loadLimits: document.loadLimits.map(({ id, slots, channels }) => ({ id, slots, channels })),
    declineReasonIds: document.declineReasons.map(({ id }) => id),
    dispositionIds: document.dispositions.map(({ id }) => id),
    people: document.people,
    queues: document.queues.map(({ name: _name, description: _description, ...queue }) => queue),
    lines: document.lines.map(({ name: _name, ...line }) => line),
    dayTurns,
  }
}
