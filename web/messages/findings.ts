import type { Finding, FindingCode, HoursFinding, HoursFindingCode } from '@eudromos/core/plan'
import { weekdays } from './hours.ts'

type Texts = Record<FindingCode, (params: Finding['params']) => string>

const texts: Texts = {
  nobodyCanServe: () => 'Nobody could serve this queue: nobody listed is an agent with room for a chat.',
  onePersonCanServe: () => 'Only one person could serve this queue. When they are away, nobody answers.',
  noTestCustomers: () => 'In preparation and without test customers: nobody gets in to try it.',
  answerWindowBeyondTarget: ({ window, target }) =>
    `One unanswered offer (${window} s) alone would miss the answer target (${target} s).`,
  unknownPerson: () => 'Somebody listed is no longer among the people. Take them off the list.',
  notAnAgent: () => 'Somebody listed is not an agent, and is offered nothing.',
  unknownHours: () => 'Opening hours: these are no longer in the plan. Choose others.',
  neverOpen: ({ hours }) => `“${hours}” has no opening at all: this queue never opens.`,
  sentInACircle: ({ name }) =>
    `At closing: sent on to “${name}”, customers would come back here. Choose another queue.`,
  unknownQueue: () => 'At closing: that queue is retired or gone. Choose another.',
  nameTaken: ({ name }) => `Name: another queue is called “${name}”. Choose a different name.`,
}

/** What a check found, as a sentence. */
export const findingText = ({ code, params }: Pick<Finding, 'code' | 'params'>): string => texts[code](params)

const hoursTexts: Record<HoursFindingCode, (params: HoursFinding['params']) => string> = {
  nameTaken: ({ name }) => `Name: “${name}” is taken. Choose a different name.`,
  notValid: ({ path, code, value }) => `${path}: “${value}” cannot be used (${reasons[String(code)] ?? code}).`,
  unknownCalendar: () => 'A calendar taken here is no longer in the plan. Take it off the list.',
  neverOpen: () => 'There is no opening at all: whatever keeps these hours is never open.',
  otherZone: ({ zone, centre }) => `These hours go by ${zone}, the centre by ${centre}. Is that meant?`,
  smallGap: ({ weekday, minutes, time }) =>
    `${weekdays[Number(weekday) - 1]}: a gap of ${minutes} min at ${time}. Close it if it is not meant.`,
  exceptionIsOver: ({ count, date }) =>
    count === 1 ? `The exception of ${date} is over.` : `${count} exceptions are over, the first of ${date}.`,
  calendarIsOver: ({ name }) => `Every holiday of “${name}” is over. Copy it to the next year.`,
  shutForWeeks: ({ days }) => `It does not open within the next ${days} days.`,
}

const reasons: Record<string, string> = {
  time: 'write a time as HH:MM, 00:00 to 24:00',
  endOfDayAsStart: '24:00 can only end an interval',
  date: 'write a date as YYYY-MM-DD',
  sameDateTwice: 'this date has an exception already',
  unknownZone: 'no such time zone',
  boundary: 'write a date, or a date and time',
  endsBeforeItBegins: 'it ends before it begins',
}

/** What a check of opening hours found, as a sentence. */
export const hoursFindingText = ({ code, params }: Pick<HoursFinding, 'code' | 'params'>): string =>
  hoursTexts[code](params)
