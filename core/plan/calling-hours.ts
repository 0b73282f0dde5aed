// When customers may be called, by the clock where they are.
import { dayMs, OpenTimes, type WeeklyInterval } from '../hours/index.ts'
import type { Instant } from '../ids/index.ts'
import type { CentreSettings } from './plan.ts'

const knownDays = 14

/**
 * From `at` on for two weeks, as instants in order: from, to, from, to … Where it is not known in which of several zones
 * somebody is, only the times at which it is neither too early nor too late in any of them. No zone: never.
 */
export function callableTimes(
  { callsFrom: from, callsTo: to }: Pick<CentreSettings, 'callsFrom' | 'callsTo'>,
  zones: readonly string[],
  at: Instant,
): Instant[] {
  const days: readonly WeeklyInterval['weekday'][] = [1, 2, 3, 4, 5, 6, 7]
  const weekly = days.map((weekday) => ({ weekday, from, to }))
  const spans = zones.map((zone) =>
    new OpenTimes({ zone, weekly, exceptions: [], holidays: [] }).intervals(at, at + knownDays * dayMs),
  )
  const [first = [], ...others] = spans
  return others
    .reduce(
      (left, right) =>
        left.flatMap((a) =>
          right.flatMap((b) => {
            const both = { from: Math.max(a.from, b.from), to: Math.min(a.to, b.to) }
            return both.from < both.to ? [both] : []
          }),
        ),
      first,
    )
    .flatMap((span) => [span.from, span.to])
}
