import { dayOf, instantOf, timeOfDay, wallTimeOf, type Hours } from './pattern.ts'
import { Zone } from './zone.ts'

export type HoursFaultCode =
  | 'notAnObject'
  | 'notAList'
  | 'notText'
  | 'unknownZone'
  | 'weekday'
  | 'time'
  | 'endOfDayAsStart'
  | 'date'
  | 'sameDateTwice'
  | 'boundary'
  | 'endsBeforeItBegins'

/** What is wrong and where: `path` as in `weekly[2].from`. */
export interface HoursFault {
  readonly path: string
  readonly code: HoursFaultCode
  /** What was given, as text. */
  readonly value: string
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

function isZone(name: string): boolean {
  try {
    Zone.of(name)
    return true
  } catch {
    return false
  }
}

class Examination {
  readonly faults: HoursFault[] = []

  fault(path: string, code: HoursFaultCode, value: unknown): void {
    this.faults.push({ path, code, value: typeof value === 'string' ? value : (JSON.stringify(value) ?? 'nothing') })
  }

  text(of: Record<string, unknown>, path: string, name: string): string | null {
    const value = of[name]
    if (typeof value === 'string') return value
    this.fault(`${path}${name}`, 'notText', value)
    return null
  }

  list(of: Record<string, unknown>, path: string, name: string): { value: Record<string, unknown>; at: string }[] {
    const list = of[name]
    if (!Array.isArray(list)) {
      this.fault(`${path}${name}`, 'notAList', list)
      return []
    }
    return list.flatMap((value: unknown, n) => {
      const at = `${path}${name}[${n}]`
      if (isObject(value)) return [{ value, at: `${at}.` }]
      this.fault(at, 'notAnObject', value)
      return []
    })
  }

  interval(value: Record<string, unknown>, at: string): void {
    for (const name of ['from', 'to']) {
      const text = this.text(value, at, name)
      if (text === null) continue
      if (timeOfDay(text) === null) this.fault(`${at}${name}`, 'time', text)
      else if (name === 'from' && text === '24:00') this.fault(`${at}${name}`, 'endOfDayAsStart', text)
    }
  }

  hours(hours: Record<string, unknown>): void {
    const zone = this.text(hours, '', 'zone')
    if (zone !== null && !isZone(zone)) this.fault('zone', 'unknownZone', zone)
    for (const { value, at } of this.list(hours, '', 'weekly')) {
      const { weekday } = value
      if (!Number.isInteger(weekday) || Number(weekday) < 1 || Number(weekday) > 7)
        this.fault(`${at}weekday`, 'weekday', weekday)
      this.interval(value, at)
    }
    const dates = new Set<string>()
    for (const { value, at } of this.list(hours, '', 'exceptions')) {
      const date = this.text(value, at, 'date')
      if (date !== null && dayOf(date) === null) this.fault(`${at}date`, 'date', date)
      if (date !== null && dates.has(date)) this.fault(`${at}date`, 'sameDateTwice', date)
      dates.add(date ?? '')
      if (value.name !== undefined) this.text(value, at, 'name')
      for (const inner of this.list(value, at, 'intervals')) this.interval(inner.value, inner.at)
    }
    for (const { value, at } of this.list(hours, '', 'holidays')) this.holiday(value, at)
  }

  private holiday(value: Record<string, unknown>, at: string): void {
    this.text(value, at, 'name')
    const [from, until] = [this.text(value, at, 'from'), this.text(value, at, 'until')]
    const kinds = [from, until].map((text) => {
      if (text === null) return null
      if (dayOf(text) !== null) return 'date'
      if (wallTimeOf(text) !== null) return 'wall'
      return instantOf(text) === null ? null : 'instant'
    })
    if (from !== null && kinds[0] === null) this.fault(`${at}from`, 'boundary', from)
    if (until !== null && kinds[1] === null) this.fault(`${at}until`, 'boundary', until)
    // Written alike they compare as text; a date closes through its own day.
    if (from !== null && until !== null && kinds[0] !== null && kinds[0] === kinds[1])
      if (kinds[0] === 'date' ? until < from : until <= from) this.fault(`${at}until`, 'endsBeforeItBegins', until)
  }
}

/** Everything wrong with a value that ought to be opening hours; none where it is an `Hours`. */
export function hoursFaults(value: unknown): HoursFault[] {
  const examination = new Examination()
  if (isObject(value)) examination.hours(value)
  else examination.fault('', 'notAnObject', value)
  return examination.faults
}

/** Throws RangeError naming the first fault. */
export function asHours(value: unknown): Hours {
  const [first] = hoursFaults(value)
  if (first !== undefined) throw new RangeError(`${first.path}: ${first.code} (${first.value})`)
  return value as Hours
}
