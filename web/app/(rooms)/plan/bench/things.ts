// The things of the plan: each kind, a new one, and the one that the address names.
import { newId } from '../../../../view/new-id.ts'
import {
  traitsOf,
  linesTo,
  plainPlanned,
  type PersonEdit,
  type PlanDocument,
  type QueueEdit,
  type PersonId,
  type ShiftId,
  type SiteId,
} from '@eudromos/core/plan'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { blankCalendar } from '../hours/calendar-form.tsx'
import { blankHours } from '../hours/hours-form.tsx'
import { blankLine, type LineValue } from '../lines/values.ts'
import {
  blankLimits,
  blankPerson,
  blankState,
  blankTeam,
  centreValue,
  limitsValue,
  personValues,
  stateValue,
  teamValue,
  type CentreValue,
  type LimitsValue,
  type StateValue,
  type TeamValue,
} from '../people/values.ts'
import { blankShift, blankSite, type ShiftValue, type SiteValue } from '../places/values.ts'
import { blankScript, type ScriptValue } from '../scripts/script-form.tsx'
import { blankTemplate, type TemplateValue } from '../templates/template-form.tsx'
import { blankSkill, skillValue, type SkillValue } from '../skills/values.ts'

/** A new queue is reached by every chat box, until somebody says otherwise. */
const blank = ({ lines }: PlanDocument): QueueEdit => ({
  lineIds: lines.filter(({ channel }) => traitsOf(channel).address === null).map(({ id }) => id),
  id: newId(),
  name: '',
  description: '',
  service: 'inPreparation',
  agentIds: [],
  ...plainPlanned,
  target: { percent: 80, seconds: 60 },
  answerWindowSeconds: 20,
  selection: 'longestIdle',
  mostWaiting: null,
  wrapUpSeconds: 30,
  testCustomerIds: [],
  hoursId: null,
  atClosingTo: null,
  onShiftOnly: false,
})

export type Kind =
  | 'line'
  | 'template'
  | 'script'
  | 'queue'
  | 'skill'
  | 'person'
  | 'team'
  | 'shift'
  | 'site'
  | 'hours'
  | 'calendar'
  | 'presence'
  | 'limits'
  | 'centre'
export type Thing<K extends Kind = Kind> = { [P in K]: { readonly kind: P; readonly value: Values[P] } }[K]

interface Values {
  readonly queue: QueueEdit
  readonly line: LineValue
  readonly template: TemplateValue
  readonly script: ScriptValue
  readonly hours: PlanDocument['hours'][number]
  readonly calendar: PlanDocument['calendars'][number]
  readonly site: SiteValue
  readonly shift: ShiftValue
  readonly skill: SkillValue
  readonly team: TeamValue
  readonly person: PersonEdit
  readonly presence: StateValue
  readonly limits: LimitsValue
  readonly centre: CentreValue
}

/** In the order of the list; the centre itself has a line of its own. */
export const kinds: readonly Exclude<Kind, 'centre'>[] = [
  'line',
  'queue',
  'skill',
  'person',
  'team',
  'presence',
  'limits',
  'shift',
  'site',
  'hours',
  'calendar',
  'script',
  'template',
]

export function freshOf(kind: Exclude<Kind, 'centre'>, document: PlanDocument): Thing {
  switch (kind) {
    case 'queue':
      return { kind, value: blank(document) }
    case 'line':
      return { kind, value: blankLine(newId()) }
    case 'template':
      return { kind, value: blankTemplate(newId()) }
    case 'script':
      return { kind, value: blankScript(newId()) }
    case 'hours':
      return { kind, value: blankHours(newId(), document.centre.zone) }
    case 'calendar':
      return { kind, value: blankCalendar(newId()) }
    case 'site':
      return { kind, value: blankSite(newId(), document.centre.zone) }
    case 'shift':
      return { kind, value: blankShift(newId(), document.centre.zone) }
    case 'skill':
      return { kind, value: blankSkill(newId()) }
    case 'person':
      return { kind, value: blankPerson(newId(), document) }
    case 'team':
      return { kind, value: blankTeam(newId()) }
    case 'presence':
      return { kind, value: blankState(newId()) }
    case 'limits':
      return { kind, value: blankLimits(newId()) }
  }
}

export const sitting = ({ people }: PlanDocument, id: SiteId): PersonId[] =>
  people.filter(({ siteId }) => siteId === id).map((person) => person.id)
export const working = ({ people }: PlanDocument, id: ShiftId): PersonId[] =>
  people.filter(({ shiftId }) => shiftId === id).map((person) => person.id)

/** What the address names: one thing of the plan, by default the first queue. */
export function wantedOf(
  params: { get(name: string): string | null },
  { document, people }: Pick<PlanState, 'document' | 'people'>,
): Thing | null {
  const pick = <T extends { readonly id: string }>(all: readonly T[], id: string | null): T | undefined =>
    all.find((one) => one.id === id)
  const line = pick(document.lines, params.get('line'))
  if (line !== undefined) return { kind: 'line', value: line }
  const template = pick(document.templates, params.get('template'))
  if (template !== undefined) return { kind: 'template', value: template }
  const script = pick(document.scripts, params.get('script'))
  if (script !== undefined) return { kind: 'script', value: script }
  const hours = pick(document.hours, params.get('hours'))
  if (hours !== undefined) return { kind: 'hours', value: hours }
  const calendar = pick(document.calendars, params.get('calendar'))
  if (calendar !== undefined) return { kind: 'calendar', value: calendar }
  const site = pick(document.sites, params.get('site'))
  if (site !== undefined) return { kind: 'site', value: { ...site, personIds: sitting(document, site.id) } }
  const shift = pick(document.shifts, params.get('shift'))
  if (shift !== undefined) return { kind: 'shift', value: { ...shift, personIds: working(document, shift.id) } }
  const skill = pick(document.skills, params.get('skill'))
  if (skill !== undefined) return { kind: 'skill', value: skillValue(document, skill) }
  const team = pick(document.teams, params.get('team'))
  if (team !== undefined) return { kind: 'team', value: teamValue(document, team) }
  const person = pick(params.get('person') === null ? [] : personValues(document, people), params.get('person'))
  if (person !== undefined) return { kind: 'person', value: person }
  const state = pick(document.presenceStates, params.get('presence'))
  if (state !== undefined) return { kind: 'presence', value: stateValue(document, state) }
  const limits = pick(document.loadLimits, params.get('limits'))
  if (limits !== undefined) return { kind: 'limits', value: limitsValue(document, limits) }
  if (params.get('centre') !== null) return { kind: 'centre', value: centreValue(document) }
  const queue = pick(document.queues, params.get('queue')) ?? document.queues[0]
  return queue === undefined ? null : { kind: 'queue', value: { ...queue, lineIds: linesTo(document, queue.id) } }
}
