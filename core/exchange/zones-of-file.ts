import { dayMs, throughChanges, UtcClock, type Change, type Clock } from '../hours/index.ts'
import { IcsFault, type Component, type ContentLine } from './content-lines.ts'
import { ianaClock, momentOf, type Clocks } from './moments.ts'
import { ruleOf, type Effort } from './recurrence.ts'

function offsetOf(line: ContentLine): number {
  const match = /^([+-])(\d\d)(\d\d)(\d\d)?$/.exec(line.value)
  if (match === null) throw new IcsFault(line.line, `${line.name}: “${line.value}” is no offset (+0100)`)
  const seconds = (Number(match[2]) * 60 + Number(match[3])) * 60 + Number(match[4] ?? 0)
  return (match[1] === '-' ? -1 : 1) * seconds * 1000
}

const lineOf = (component: Component, name: string): ContentLine => {
  const line = component.lines.find((one) => one.name === name)
  if (line === undefined) throw new IcsFault(component.line, `${component.name} has no ${name}`)
  return line
}

/** A zone by the rules that the file itself gives (VTIMEZONE). */
function zoneOf(component: Component, lastWall: number, effort: Effort): Clock {
  const changes: Change[] = []
  for (const observance of component.children.filter(({ name }) => name === 'STANDARD' || name === 'DAYLIGHT')) {
    const start = momentOf(lineOf(observance, 'DTSTART').value, lineOf(observance, 'DTSTART'), () => null)
    const before = offsetOf(lineOf(observance, 'TZOFFSETFROM'))
    const after = offsetOf(lineOf(observance, 'TZOFFSETTO'))
    // Its beginnings are told on the clock that holds until then.
    const clock: Clock = { fromWall: (wall) => wall - before }
    const walls = new Set([start.wall])
    for (const line of observance.lines)
      if (line.name === 'RRULE')
        for (const wall of ruleOf(line).walls(start, { from: -Infinity, to: lastWall }, clock, effort)) walls.add(wall)
      else if (line.name === 'RDATE')
        for (const text of line.value.split(',')) walls.add(momentOf(text.split('/')[0] ?? '', line, () => null).wall)
    for (const wall of walls) changes.push({ at: wall - before, before, after })
  }
  if (changes.length === 0) throw new IcsFault(component.line, 'VTIMEZONE has neither STANDARD nor DAYLIGHT')
  changes.sort((a, b) => a.at - b.at)
  return { fromWall: (wall) => throughChanges(wall, changes[0]?.before ?? 0, changes) }
}

/** The zones that a calendar's TZIDs name: by its own definition where it has one, else by the IANA name. */
export function clocksOf(calendar: Component, lastWall: number, effort: Effort): Clocks {
  const own = new Map<string, Clock>()
  for (const component of calendar.children)
    if (component.name === 'VTIMEZONE')
      own.set(lineOf(component, 'TZID').value, zoneOf(component, lastWall + dayMs, effort))
  return (name) => own.get(name) ?? (name === 'UTC' ? UtcClock : ianaClock(name))
}
