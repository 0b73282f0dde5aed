// Which field each finding is about, and what one action mends it.
import { Zone } from '@eudromos/core/hours'
import { hasAddress, lostWays, noStep } from '@eudromos/core/plan'
import type {
  HoursFinding,
  HoursFindingCode,
  PeopleFinding,
  PersonEdit,
  PlanDocument,
  SkillFinding,
} from '@eudromos/core/plan'
import { hoursFindingText, hoursMendText } from '../../../../messages/findings.ts'
import { peopleFindingText, peopleMendText } from '../../../../messages/people-findings.ts'
import { skillFindingText } from '../../../../messages/skills.ts'
import { isZone } from './editor.tsx'
import type { Found } from './findings.tsx'
import type { LimitsValue, StateValue, TeamValue } from '../people/values.ts'

const peopleFields: Record<PeopleFinding['code'], string> = {
  nameTaken: 'name',
  nobodyCanBeReady: 'admits',
  admitsNothing: 'mostMinutes',
  neverFits: 'channels',
  takesNothing: 'channels',
  usedByNobody: 'personIds',
  keepsEverybody: 'freeForCalls',
  keepsForNoCalls: 'freeForCalls',
  parentInACircle: 'parentId',
  nobodyInTeam: 'members',
  leadIsGone: 'leadId',
  emailTaken: 'email',
  noAdministrator: 'roles',
  noLimits: 'loadLimitsId',
  noQueue: 'queueIds',
  neverAble: 'skills',
  neverOnShift: 'shiftId',
  leadsToUnknown: 'queueIds',
  leadsNowhere: 'queueIds',
  leadsToNoneInService: 'queueIds',
  leadsToSeveral: 'queueIds',
  noNumber: 'address',
  notANumber: 'address',
  numberTaken: 'address',
  noMailbox: 'address',
  notAMailbox: 'address',
  mailboxTaken: 'address',
  nobodyTakesIt: 'queueIds',
  asksForUnknown: 'requirements',
  hoursGone: 'hoursId',
  neverOpenBy: 'hoursId',
  teamGone: 'teamIds',
  stepGone: 'steps',
  stepsInACircle: 'steps',
  stepUnreached: 'steps',
  nobodyFollows: 'name',
}

const hoursFields: Record<HoursFindingCode, string> = {
  nameTaken: 'name',
  notValid: 'weekly',
  unknownCalendar: 'calendarIds',
  neverOpen: 'weekly',
  otherZone: 'zone',
  pauseOutside: 'pauses',
  openWithoutShift: 'weekly',
  nobodyHere: 'personIds',
  smallGap: 'weekly',
  exceptionIsOver: 'exceptions',
  calendarIsOver: 'calendarIds',
  shutForWeeks: 'weekly',
}

const skillFields: Record<SkillFinding['code'], string> = {
  nameTaken: 'name',
  nobodyHasIt: 'levels',
  onePersonHasIt: 'levels',
  leavesQueue: 'asked',
}

type Params = PeopleFinding['params']
type Mend<T> = (value: T, params: Params, document: PlanDocument) => Partial<T> | null

/** What changes in the thing so that the finding is gone. */
type Mends<T> = Partial<Record<PeopleFinding['code'], Mend<T>>>

export const stateMends: Mends<StateValue> = {
  nobodyCanBeReady: ({ admits, choosable, signedOut }, { channel }) =>
    choosable && !signedOut ? { admits: [...admits, channel as StateValue['admits'][number]] } : null,
  admitsNothing: () => ({ mostMinutes: 30 }),
}

export const limitsMends: Mends<LimitsValue> = {
  neverFits: ({ channels, slots }, { channel }) => {
    const one = channel as keyof LimitsValue['channels']
    return { channels: { ...channels, [one]: { ...channels[one], slots } } }
  },
  takesNothing: ({ channels }) => ({ channels: { ...channels, chat: { ...channels.chat, slots: 1, most: 1 } } }),
  keepsEverybody: (_, { people }) => ({ freeForCalls: Math.max(0, Number(people) - 1) }),
  keepsForNoCalls: () => ({ freeForCalls: 0 }),
}

export const teamMends: Mends<TeamValue> = {
  parentInACircle: () => ({ parentId: null }),
  leadIsGone: () => ({ leadId: null }),
}

/** Where there is but one set of limits, or one shift, it is the one meant. */
export const personMends: Mends<PersonEdit> = {
  noLimits: (_, _params, { loadLimits: [first, ...more] }) =>
    first === undefined || more.length > 0 ? null : { loadLimitsId: first.id },
  neverOnShift: (_, _params, { shifts: [first, ...more] }) =>
    first === undefined || more.length > 0 ? null : { shiftId: first.id },
}

export const lineMends: Mends<PlanDocument['lines'][number]> = {
  leadsToUnknown: ({ queueIds }, _params, { queues }) => ({
    queueIds: queueIds.filter((known) => queues.some(({ id }) => id === known)),
  }),
  leadsNowhere: (line, _params, { queues }) => {
    const open = queues.filter(({ service }) => service === 'inService').map(({ id }) => id)
    // Which one a number leads to is for people to say.
    return open.length === 0 || hasAddress(line) ? null : { queueIds: open }
  },
  leadsToSeveral: ({ queueIds }) => ({ queueIds: queueIds.slice(0, 1) }),
  hoursGone: () => ({ hoursId: null }),
  neverOpenBy: () => ({ hoursId: null }),
  asksForUnknown: ({ requirements }, _params, { skills }) => ({
    requirements: requirements.filter(({ skillId }) => skills.some(({ id }) => id === skillId)),
  }),
}

export const templateMends: Mends<PlanDocument['templates'][number]> = {
  teamGone: ({ teamIds }, _params, { teams }) => ({
    teamIds: teamIds.filter((known) => teams.some(({ id }) => id === known)),
  }),
}

export const scriptMends: Mends<PlanDocument['scripts'][number]> = {
  stepGone: (script) => ({
    steps: script.steps.map((step) => {
      const lost = lostWays(script, step)
      const kept = (way: string): string => (lost.includes(way) ? noStep : way)
      return { ...step, to: kept(step.to), answers: step.answers.map((one) => ({ ...one, to: kept(one.to) })) }
    }),
  }),
}

interface Form<T> {
  readonly value: T
  readonly set: (change: Partial<T>) => void
}

/** What was found in people and what they rest on. Without `mayEdit` nothing is mended. */
export function peopleFound<T>(
  findings: readonly PeopleFinding[],
  { value, set }: Form<T>,
  mends: Mends<T>,
  document: PlanDocument,
  mayEdit: boolean,
): Found[] {
  return findings.map((finding) => {
    const { severity, code, params } = finding
    const change = mayEdit ? (mends[code]?.(value, params, document) ?? null) : null
    return {
      severity,
      text: peopleFindingText(finding),
      field: peopleFields[code],
      mend: change === null ? null : { text: peopleMendText(finding), act: () => set(change) },
    }
  })
}

type Pattern = { readonly zone: string } & Partial<
  Pick<PlanDocument['shifts'][number], 'calendarIds' | 'exceptions' | 'pauses'>
>

/** YYYY-MM-DD. A zone that is not one yet, while it is typed, counts as UTC. */
const todayIn = (zone: string, now: number): string =>
  new Date(isZone(zone) ? Zone.of(zone).toWall(now) : now).toISOString().slice(0, 10)

/** What changes in hours, a site or a shift. `today`: YYYY-MM-DD. */
export function mendedHours<T extends Pattern>(
  value: T,
  { code, params }: Pick<HoursFinding, 'code' | 'params'>,
  { calendars }: Pick<PlanDocument, 'calendars'>,
  today: string,
): Partial<T> | null {
  switch (code) {
    case 'unknownCalendar':
      return {
        calendarIds: value.calendarIds?.filter((known) => calendars.some(({ id }) => id === known)),
      } as Partial<T>
    case 'exceptionIsOver':
      return { exceptions: value.exceptions?.filter(({ date }) => date >= today) } as Partial<T>
    case 'pauseOutside':
      return {
        pauses: value.pauses?.filter(
          ({ weekday, kind, from, to }) =>
            weekday !== params.weekday || kind !== params.kind || from !== params.from || to !== params.to,
        ),
      } as Partial<T>
    default:
      return null
  }
}

/** What was found in hours, a site or a shift. */
export function hoursFound<T extends Pattern>(
  findings: readonly HoursFinding[],
  { value, set }: Form<T>,
  document: PlanDocument,
  mayEdit: boolean,
  now: number,
): Found[] {
  const today = todayIn(value.zone, now)
  return findings.map((finding) => {
    const change = mayEdit ? mendedHours(value, finding, document, today) : null
    return {
      severity: finding.severity,
      text: hoursFindingText(finding),
      field: hoursFields[finding.code],
      mend: change === null ? null : { text: hoursMendText, act: () => set(change) },
    }
  })
}

export const skillFound = (findings: readonly SkillFinding[], names: ReadonlyMap<string, string>): Found[] =>
  findings.map((finding) => ({
    severity: finding.severity,
    text: skillFindingText(finding, (id) => names.get(id) ?? id),
    field: skillFields[finding.code],
  }))
