// The command `hours`: questions about opening hours as JSON, answers as JSON. Formats: docs/formats.
import { hoursFaults, instantOf, OpenTimes, type Hours, type HoursFault } from '@eudromos/core/hours'
import { BadInput, type InputFault } from './problem.ts'

const remedies: Record<HoursFault['code'], string> = {
  notAnObject: 'An object is wanted here.',
  notAList: 'A list is wanted here; write [] for none.',
  notText: 'A text is wanted here.',
  unknownZone: 'Write a time zone by its IANA name, such as Europe/Lisbon.',
  weekday: 'Write a weekday from 1 (Monday) to 7 (Sunday).',
  time: 'Write a time as HH:MM, from 00:00 to 24:00.',
  endOfDayAsStart: '24:00 ends a day. To begin at midnight, write 00:00 of the next weekday.',
  date: 'Write a date that exists, as YYYY-MM-DD.',
  sameDateTwice: 'This date has an exception already. Put all its intervals into one.',
  boundary: 'Write a date (2027-06-24), a local time (2027-06-24T12:30:00) or an instant (2027-06-24T12:30:00Z).',
  endsBeforeItBegins: 'It would end before it begins. A closure of one day has the same date in both.',
}

/** `weekly[2].from` as a JSON Pointer. */
const pointerOf = (path: string): string =>
  path === ''
    ? ''
    : `/${path
        .replaceAll(/\[(\d+)\]/g, '.$1')
        .split('.')
        .join('/')}`

type Fields = Readonly<Record<string, unknown>>

const isRecord = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const told = (at: number | null): string | null =>
  at === null ? null : new Date(at).toISOString().replace(/\.000Z$/, 'Z')

/** Reads one question's fields and remembers what is wrong with them. */
class Question {
  constructor(
    private readonly question: Fields,
    private readonly pointer: string,
    private readonly faults: InputFault[],
  ) {}

  instant(name: string): number {
    const value = this.question[name]
    const at = typeof value === 'string' ? instantOf(value) : null
    if (at === null)
      this.faults.push({ pointer: `${this.pointer}/${name}`, detail: 'Write an instant as 2027-03-12T09:40:00Z.' })
    return at ?? NaN
  }

  seconds(name: string): number {
    const value = this.question[name]
    if (typeof value === 'number' && value >= 0 && value <= 1e11) return value
    this.faults.push({ pointer: `${this.pointer}/${name}`, detail: 'Write a number of seconds, 0 or more.' })
    return NaN
  }
}

type Answer = (times: OpenTimes) => object

const asked: Record<string, (question: Question) => Answer> = {
  open: (question) => {
    const at = question.instant('at')
    return (times) => times.why(at)
  },
  nextOpening: (question) => {
    const at = question.instant('at')
    return (times) => ({ at: told(times.nextOpening(at)) })
  },
  nextClosing: (question) => {
    const at = question.instant('at')
    return (times) => ({ at: told(times.nextClosing(at)) })
  },
  openSeconds: (question) => {
    const [from, until] = [question.instant('from'), question.instant('until')]
    return (times) => ({ seconds: times.openMs(from, until) / 1000 })
  },
  afterOpenSeconds: (question) => {
    const [at, seconds] = [question.instant('at'), question.seconds('seconds')]
    return (times) => ({ at: told(times.afterOpenMs(at, seconds * 1000)) })
  },
  intervals: (question) => {
    const [from, until] = [question.instant('from'), question.instant('until')]
    return (times) => ({
      intervals: times.intervals(from, until).map((span) => ({ from: told(span.from), until: told(span.to) })),
    })
  },
}

function answerTo(question: unknown, pointer: string, faults: InputFault[]): Answer {
  const ask = isRecord(question) ? question.ask : undefined
  const make = typeof ask === 'string' && Object.hasOwn(asked, ask) ? asked[ask] : undefined
  if (make !== undefined && isRecord(question)) return make(new Question(question, pointer, faults))
  faults.push({ pointer: `${pointer}/ask`, detail: `Ask one of: ${Object.keys(asked).join(', ')}.` })
  return () => ({})
}

/** Answers `{"hours": …, "questions": […]}`. Throws BadInput with everything that is wrong. */
export function answerHours(input: string): { readonly answers: readonly object[] } {
  let given: unknown
  try {
    given = JSON.parse(input)
  } catch (error) {
    throw new BadInput(`The input is not JSON: ${error instanceof Error ? error.message : String(error)}`)
  }
  const { hours, questions } = isRecord(given) ? given : {}
  const faults: InputFault[] = hoursFaults(hours).map(({ path, code, value }) => ({
    pointer: `/hours${pointerOf(path)}`,
    detail: `${remedies[code]} Given: ${value}`,
  }))
  if (!Array.isArray(questions)) faults.push({ pointer: '/questions', detail: 'A list of questions is wanted here.' })
  const answers = (Array.isArray(questions) ? (questions as unknown[]) : []).map((question, n) =>
    answerTo(question, `/questions/${n}`, faults),
  )
  if (faults.length > 0)
    throw new BadInput(faults.length === 1 ? 'One field is wrong.' : `${faults.length} fields are wrong.`, faults)
  const times = new OpenTimes(hours as Hours)
  return { answers: answers.map((answer) => answer(times)) }
}
