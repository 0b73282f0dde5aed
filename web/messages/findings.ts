import type {
  Finding,
  FindingCode,
  HoursFinding,
  HoursFindingCode,
  PauseKind,
  PlanList,
  PlanPlace,
  ReferenceFinding,
  WholeFinding,
  PersonId,
} from '@eudromos/core/plan'
import { weekdays } from './hours.ts'
import { peopleFindingText } from './people-findings.ts'
import { pauseNames } from './rota.ts'
import { skillFindingText } from './skills.ts'
import { fill, tell, words, type Told } from './words.ts'

const texts: Told<FindingCode, Finding['params']> = {
  nobodyCanServe: 'Nobody could serve this queue: nobody listed is an agent with room for a chat.',
  onePersonCanServe: 'Only one person could serve this queue. When they are away, nobody answers.',
  noTestCustomers: 'In preparation and without test customers: nobody gets in to try it.',
  answerWindowBeyondTarget: 'One unanswered offer ({window} s) alone would miss the answer target ({target} s).',
  unknownPerson: 'Somebody listed is no longer among the people. Remove them from the list.',
  notAnAgent: 'Somebody listed is not an agent, and is offered nothing.',
  unknownHours: 'Opening hours: these are no longer in the plan. Choose others.',
  neverOpen: '“{hours}” has no opening at all: this queue never opens.',
  sentInACircle: 'At closing: customers who overflow to “{name}” would come back here. Choose another queue.',
  unknownQueue: 'At closing: that queue is retired or gone. Choose another.',
  nobodyOnShift:
    'It is offered only to people on shift, and nobody listed has a shift: nobody would ever be offered anything.',
  someWithoutShift:
    '{count, plural, one {It is offered only to people on shift; one person listed has no shift, and is offered nothing.} other {It is offered only to people on shift; {count} people listed have no shift, and are offered nothing.}}',
  unknownSkill: 'A required skill is no longer in the plan. Remove it.',
  boundsCrossed: '{skill}: the lowest required level is above the highest. Change one of them.',
  nobodySkilled:
    'Nobody in reach meets the requirements, and waiting does not change that: {skill} at level {least} or more.',
  nobodySkilledYet:
    'For the first {seconds} s nobody in reach meets the requirements: {skill} at level {least} or more.',
  relaxesNothing:
    'After {seconds} s {skill} is required at no lower a level than before. Lower the level, or remove it from the step.',
  reachAddsNobody: 'After {seconds} s it is offered to nobody new. Choose others, or remove the step.',
  stepTooLate: 'The step after {seconds} s never comes: after {longest} s nobody waits here any more.',
  fullToUnknown: 'When it is full: that queue is retired or gone. Choose another.',
  fullInACircle: 'When it is full: customers who overflow to “{name}” could come back here. Choose another.',
  waitedToUnknown: 'After the longest wait: that queue is retired or gone. Choose another.',
  waitedInACircle: 'After the longest wait: customers who overflow to “{name}” could come back here. Choose another.',
  unknownTeam: 'A team that it is offered to is no longer in the plan. Remove it.',
  teamWithoutAgents:
    '{tier, plural, =0 {Nobody in {team} is an agent.} other {Nobody in tier {tier} of {team} is an agent.}}',
  noTextLine:
    'Text after failed attempts: no line of the plan sends texts, so nobody would get it. Make a text number, or leave it empty.',
  unknownScript: 'Call script: this is no longer in the plan. Choose another, or none.',
  unknownDisposition: 'Dispositions: one of these is no longer among the centre’s. Remove it.',
  noLine: 'No line leads here and no other queue overflows to it: customers arrive only by hand.',
  nameTaken: 'Name: another queue is called “{name}”. Choose a different name.',
}

/** What a check found, as a sentence. */
export const findingText = (finding: Pick<Finding, 'code' | 'params'>): string => tell(texts, finding)

const mends: Partial<Record<FindingCode, string>> = words({
  answerWindowBeyondTarget: 'Shorten',
  unknownHours: 'Always open',
  unknownScript: 'None',
  unknownDisposition: 'Remove',
  sentInACircle: 'Serve them',
  unknownQueue: 'Serve them',
  fullToUnknown: 'Reject',
  fullInACircle: 'Reject',
  waitedToUnknown: 'Reject',
  waitedInACircle: 'Reject',
  nobodyOnShift: 'Anybody',
  noLine: 'Add one',
})

/** What the one action that mends it is called. */
export const mendText = ({ code }: Pick<Finding, 'code'>): string => mends[code] ?? fill('Remove')

const hoursTexts: Told<HoursFindingCode, HoursFinding['params']> = {
  nameTaken: 'Name: “{name}” is taken. Choose a different name.',
  notValid: ({ path, code, value }) =>
    fill('{path}: “{value}” cannot be used ({code}).', { path, value, code: reasons[String(code)] ?? code }),
  unknownCalendar: 'A calendar taken here is no longer in the plan. Remove it from the list.',
  neverOpen: 'It has no hours at all: whatever uses it is never open, or never worked.',
  otherZone: 'This uses {zone}, but the people concerned are at {places}. Is that intended?',
  pauseOutside: ({ weekday, kind, from, to }) =>
    fill('{weekday}: the {kind} {from} to {to} is not within the shift, and is ignored.', {
      weekday: weekdays[Number(weekday) - 1],
      kind: pauseNames[kind as PauseKind],
      from,
      to,
    }),
  openWithoutShift: ({ queue, weekday, time }) =>
    fill(
      '{weekday} at {time}: {queue} is open, and nobody who could serve it has a shift. Give somebody one, or open later.',
      { weekday: weekdays[Number(weekday) - 1], time, queue },
    ),
  nobodyHere: 'Nobody works here. Choose the people, or delete the site.',
  smallGap: ({ weekday, minutes, time }) =>
    fill('{weekday}: a gap of {minutes} min at {time}. Close it if it is not intended.', {
      weekday: weekdays[Number(weekday) - 1],
      minutes,
      time,
    }),
  exceptionIsOver:
    '{count, plural, one {The exception on {date} is over.} other {{count} exceptions are over, the first on {date}.}}',
  calendarIsOver: 'Every holiday of “{name}” is over. Copy it to the next year.',
  shutForWeeks: 'It has no hours within the next {days} days.',
}

export const hoursMendText = fill('Remove')

const reasons: Record<string, string> = words({
  time: 'write a time as HH:MM, 00:00 to 24:00',
  endOfDayAsStart: '24:00 can only end an interval',
  date: 'write a date as YYYY-MM-DD',
  sameDateTwice: 'this date has an exception already',
  unknownZone: 'no such time zone',
  boundary: 'write a date, or a date and time',
  endsBeforeItBegins: 'it ends before it begins',
})

/** What a check of opening hours found, as a sentence. */
export const hoursFindingText = (finding: Pick<HoursFinding, 'code' | 'params'>): string => tell(hoursTexts, finding)

const things: Record<PlanList | 'centre', string> = words({
  centre: 'centre',
  queues: 'queue',
  lines: 'line',
  people: 'person',
  skills: 'skill',
  presenceStates: 'presence state',
  loadLimits: 'load limits',
  declineReasons: 'decline reason',
  dispositions: 'disposition',
  templates: 'reply template',
  scripts: 'call script',
  hours: 'opening hours',
  calendars: 'calendar',
  sites: 'site',
  shifts: 'shift',
  teams: 'team',
})

/** What a part of the plan is, with its id or name. */
export const placeText = ({ kind }: PlanPlace, called: string): string =>
  kind === 'centre' ? things.centre : fill('{thing} {called}', { thing: things[kind], called })

const referenceTexts: Told<ReferenceFinding['code'], ReferenceFinding['params']> = {
  idTwice: 'The id “{id}” is used twice. Change one of them.',
  namedTwice: '{field}: “{id}” is listed twice. Remove one of them.',
  notThere: ({ field, kind, id }) =>
    fill('{field}: the plan has no {kind} “{id}”. Name another, or add it to the plan.', {
      field,
      kind: things[kind as PlanList],
      id,
    }),
  unknownZone: '{field}: “{id}” is not a time zone. Write one such as Europe/Lisbon.',
  calendarNotValid: '{field}: “{id}” is not a date, or comes after the end. Write one such as 2027-06-24.',
  boundsCrossed: '{field}: of “{id}” the lowest required level is above the highest. Change one of them.',
}

/** What the check of the whole plan found, as a sentence; `person` gives the name of one. */
export function wholeFindingText(one: WholeFinding, person: (id: PersonId) => string): string {
  switch (one.by) {
    case 'queues':
      return findingText(one.finding)
    case 'skills':
      return skillFindingText(one.finding, person)
    case 'hours':
      return hoursFindingText(one.finding)
    case 'people':
      return peopleFindingText(one.finding)
    case 'references':
      return tell(referenceTexts, one.finding)
  }
}
