// When something is open: weekly patterns in a zone, exceptions, holidays. Imports nothing.
export { hoursFaults, asHours, type HoursFault, type HoursFaultCode } from './faults.ts'
export { Openings } from './openings.ts'
export { OpenTimes, type Special, type Why } from './open-times.ts'
export { dateOf, dayNumber } from './civil.ts'
export {
  dayMs,
  dayOf,
  instantOf,
  wallTimeOf,
  weekdayOf,
  type DateException,
  type Holiday,
  type Hours,
  type Interval,
  type WeeklyInterval,
} from './pattern.ts'
export { union, without, type Span } from './spans.ts'
export { throughChanges, UtcClock, Zone, type Change, type Clock } from './zone.ts'
