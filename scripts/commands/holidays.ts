// The command `holidays`: the closed spans of an iCalendar file.
import { readFileSync } from 'node:fs'
import { IcsFault, readHolidays } from '@eudromos/core/exchange'
import { dayMs, dayOf, Zone } from '@eudromos/core/hours'
import { BadInput, type InputFault } from './problem.ts'

export interface HolidaysOptions {
  readonly from?: string
  readonly to?: string
  readonly zone?: string
}

const zoneOf = (name: string): Zone | null => {
  try {
    return Zone.of(name)
  } catch {
    return null
  }
}

/**
 * What the file closes from the start of `from` to the end of `to` (dates of `zone`), in the form in which opening hours
 * take holidays. Throws BadInput.
 */
export function closedSpans(
  text: string | Uint8Array,
  options: HolidaysOptions,
): { readonly holidays: readonly object[] } {
  const faults: InputFault[] = []
  const day = (name: 'from' | 'to'): number => {
    const found = dayOf(options[name] ?? '')
    if (found === null) faults.push({ pointer: `/${name}`, detail: `Give --${name} as a date, such as 2027-06-24.` })
    return found ?? NaN
  }
  const [from, to] = [day('from'), day('to')]
  if (to < from) faults.push({ pointer: '/to', detail: '--to is before --from. Give the last date of the span.' })
  const name = options.zone ?? 'UTC'
  const zone = zoneOf(name)
  if (zone === null)
    faults.push({ pointer: '/zone', detail: `“${name}” is not a time zone. Write one such as Europe/Lisbon.` })
  if (faults.length > 0 || zone === null) throw new BadInput('The options are not complete.', faults)
  try {
    const range = { zone: name, from: zone.fromWall(from * dayMs), to: zone.fromWall((to + 1) * dayMs) }
    return {
      holidays: readHolidays(text, range).map(({ name: named, from: begins, until }) => ({
        name: named,
        from: begins,
        until,
      })),
    }
  } catch (error) {
    if (!(error instanceof IcsFault)) throw error
    throw new BadInput('The calendar file has a fault; nothing of it is taken.', [
      { pointer: `/file/line/${error.line}`, detail: `Line ${error.line}: ${error.reason}.` },
    ])
  }
}

export function readCalendarFile(path: string): Uint8Array {
  try {
    return readFileSync(path)
  } catch (error) {
    throw new BadInput(`The file ${path} cannot be read: ${error instanceof Error ? error.message : String(error)}`)
  }
}
