import ICAL from 'ical.js'
import { dateOf, dayMs, dayNumber, type Clock } from '../hours/index.ts'
import { IcsFault, type ContentLine } from './content-lines.ts'
import { dayRuleOf, takes, type DayRule } from './days-of-rule.ts'
import { instantIn, momentOf, type Moment } from './moments.ts'

/** A rule asked for so many steps repeats by the second for years: no calendar of holidays means that. */
const mostSteps = 100_000

const timeOf = (wall: number, isDate: boolean): ICAL.Time => {
  const { year, month, day } = dateOf(Math.floor(wall / dayMs))
  const seconds = (((wall % dayMs) + dayMs) % dayMs) / 1000
  const [hour, minute, second] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
  const parts = isDate ? { year, month, day, isDate } : { year, month, day, hour, minute, second, isDate }
  return new ICAL.Time(parts, ICAL.Timezone.localTimezone)
}

const wallOf = ({ year, month, day, hour, minute, second }: ICAL.Time): number =>
  dayNumber(year, month, day) * dayMs + ((hour * 60 + minute) * 60 + second) * 1000

export interface Rule {
  /** Wall times of the set from its start on, in order, none after `lastWall`. */
  walls(start: Moment, lastWall: number, own: Clock): number[]
}

/** An RRULE, as wall times; until when, how many and what instants they are is decided here. */
export function ruleOf(line: ContentLine): Rule {
  const parts = line.value.split(';').map((part) => part.split('=') as [string, string | undefined])
  const untilText = parts.find(([name]) => name.toUpperCase() === 'UNTIL')?.[1]
  const counted = parts.some(([name]) => name.toUpperCase() === 'COUNT')
  if (untilText !== undefined && counted) throw new IcsFault(line.line, 'RRULE: COUNT and UNTIL exclude each other')
  const until = untilText === undefined ? null : momentOf(untilText, { ...line, params: new Map() }, () => null)
  const countText = parts.find(([name]) => name.toUpperCase() === 'COUNT')?.[1]
  if (counted && !/^[1-9]\d*$/.test(countText ?? '')) throw new IcsFault(line.line, 'RRULE: COUNT is no number')
  const intervalText = parts.find(([name]) => name.toUpperCase() === 'INTERVAL')?.[1]
  if (intervalText !== undefined && !/^[1-9]\d*$/.test(intervalText))
    throw new IcsFault(line.line, 'RRULE: INTERVAL is no number')
  const kept = parts.filter(([name]) => !['UNTIL', 'COUNT'].includes(name.toUpperCase())).map((part) => part.join('='))
  const most = counted ? Number(countText) : Infinity
  const days = dayRuleOf(new Map(kept.map((part) => part.toUpperCase().split('=') as [string, string])))
  const make = (): ICAL.Recur => {
    try {
      return ICAL.Recur.fromString(kept.join(';'))
    } catch (error) {
      throw new IcsFault(line.line, `RRULE: ${error instanceof Error ? error.message : String(error)}`)
    }
  }
  if (make().freq === undefined || !/(^|;)FREQ=/i.test(line.value))
    throw new IcsFault(line.line, 'RRULE: FREQ is missing')
  const isPast = (wall: number, start: Moment, own: Clock): boolean => {
    if (until === null) return false
    if (until.isDate) return Math.floor(wall / dayMs) * dayMs > until.wall
    return until.clock === null ? wall > until.wall : instantIn({ ...start, wall }, own) > until.wall
  }
  return {
    walls(start, lastWall, own) {
      // The start is the first of the set whether the rule meets it or not.
      const walls = [start.wall]
      for (const wall of days === null ? stepped(make(), start, line) : walked(days, start, lastWall)) {
        if (wall > lastWall || isPast(wall, start, own) || walls.length >= most) return walls
        if (wall > start.wall) walls.push(wall)
      }
      return walls
    },
  }
}

/** Day by day: for the rules that holidays are written in the library's steps are not always those of the RFC. */
function* walked(days: DayRule, { wall }: Moment, lastWall: number): Generator<number> {
  const start = Math.floor(wall / dayMs)
  for (let day = start; wall + (day - start) * dayMs <= lastWall; day += 1)
    if (takes(days, start, day)) yield wall + (day - start) * dayMs
}

function* stepped(rule: ICAL.Recur, start: Moment, line: ContentLine): Generator<number> {
  const iterator = rule.iterator(timeOf(start.wall, start.isDate))
  for (let step = 0; step < mostSteps; step += 1) {
    // At the end the library gives null, which its types do not say.
    const next = iterator.next() as ICAL.Time | null
    if (next === null) return
    yield wallOf(next)
  }
  throw new IcsFault(line.line, `RRULE: more than ${mostSteps} times`)
}
