// A plan of which there is nothing to say, changes of it, and what is said of it then.
import {
  checkWhole,
  plainCentre,
  plainCentreWords,
  plainPerson,
  plainState,
  eachChannel,
  upTo,
  type PlanDocument,
} from '../plan/index.ts'
import { plannedLine, plannedQueue } from './documents.ts'

/** 2026-07-29T12:00Z, a Wednesday. */
export const at = 1785326400000
export const weekdays = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '09:00', to: '17:00' }))
export const named = (id: string) => ({ id, name: id, description: '' })
export const times = { zone: 'Europe/Lisbon', weekly: weekdays, exceptions: [], calendarIds: ['feasts'] }
export const state = (id: string, admits: readonly ('chat' | 'sms' | 'voice')[]) => ({
  ...named(id),
  admits,
  choosable: true,
  signedOut: false,
  ...plainState,
  mostMinutes: 30,
})
export const team = (id: string, parentId: string | null = null) => ({
  ...named(id),
  notes: '',
  parentId,
  leadId: null,
  private: false,
  observerIds: [],
})
const person = (id: string, teamId: string | null, level: number) => ({
  id,
  roles: ['agent' as const],
  loadLimitsId: 'usual',
  ...plainPerson,
  siteId: 'quay',
  shiftId: 'early',
  teamId,
  skills: [{ skillId: 'french', level }],
})
export const limits = {
  ...named('usual'),
  slots: 3,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { ...eachChannel(() => upTo(1)), chat: upTo(3), sms: upTo(2) },
}
export const step = {
  id: 'hello',
  title: 'Hello',
  say: '',
  asks: 'nothing' as const,
  question: '',
  answers: [],
  to: 'end',
}

/** A plan of which there is nothing to say. */
export const sound: PlanDocument = {
  centre: {
    name: 'Quay Lines',
    zone: 'Europe/Lisbon',
    dayStartsAtHour: 4,
    defaultTargetSeconds: 60,
    order: 'lateness',
    agentGraceSeconds: 20,
    customerGraceSeconds: 10,
    retryAfterSeconds: 5,
    ...plainCentre,
    ...plainCentreWords,
    missedStateId: 'missed',
    awayStateId: 'missed',
    evacuatedStateId: 'missed',
    ownAbsences: true,
  },
  presenceStates: [state('ready', ['chat', 'sms', 'voice']), state('missed', [])],
  loadLimits: [limits],
  declineReasons: [named('busy')],
  dispositions: [named('solved')],
  people: [
    { ...person('ana', 'day', 4), roles: ['agent', 'administrator'] },
    person('ben', 'day', 2),
    person('cleo', 'night', 1),
  ],
  skills: [{ ...named('french'), kind: 'language' }],
  queues: [
    plannedQueue('sailings', {
      agentIds: ['ana', 'ben'],
      hoursId: 'office',
      scriptId: 'greeting',
      dispositionIds: ['solved'],
    }),
    plannedQueue('freight', { agentIds: ['ana', 'ben', 'cleo'] }),
  ],
  lines: [
    plannedLine(['sailings', 'freight']),
    { ...plannedLine(['sailings'], 'texts'), channel: 'sms', address: '+442079460101' },
  ],
  templates: [{ ...named('thanks'), text: 'Thank you.', teamIds: ['day'] }],
  scripts: [{ ...named('greeting'), steps: [step] }],
  hours: [{ ...named('office'), ...times }],
  calendars: [{ ...named('feasts'), holidays: [{ name: 'Feast', from: '2026-12-25', until: '2026-12-25' }] }],
  sites: [{ ...named('quay'), zone: 'Europe/Lisbon', calendarIds: [] }],
  shifts: [{ ...named('early'), ...times, pauses: [] }],
  teams: [team('day'), team('night')],
}

type Part = {
  [K in keyof PlanDocument]: PlanDocument[K] extends readonly { id: string }[] ? K : never
}[keyof PlanDocument]
export type Change = (plan: PlanDocument) => PlanDocument
export const change =
  <K extends Part>(part: K, id: string, rest: Partial<PlanDocument[K][number]>): Change =>
  (plan) => ({ ...plan, [part]: plan[part].map((one) => (one.id === id ? { ...one, ...rest } : one)) })
export const add =
  <K extends Part>(part: K, ...more: PlanDocument[K][number][]): Change =>
  (plan) => ({ ...plan, [part]: [...plan[part], ...more] })
export const all =
  (...changes: readonly Change[]): Change =>
  (plan) =>
    changes.reduce((done, one) => one(done), plan)
export const queue = (rest: Partial<PlanDocument['queues'][number]>, id = 'sailings'): Change =>
  change('queues', id, rest)
export const centre =
  (rest: Partial<PlanDocument['centre']>): Change =>
  (plan) => ({ ...plan, centre: { ...plan.centre, ...rest } })
export const french = (least: number, most = 5, skillId = 'french') => ({ skillId, least, most })
export const levels =
  (...of: readonly number[]): Change =>
  (plan) => ({
    ...plan,
    people: plan.people.map((one, n) => ({
      ...one,
      skills: (of[n] ?? 0) === 0 ? [] : [{ skillId: 'french', level: of[n] ?? 0 }],
    })),
  })

/** A finding as `severity place code`, with what it says. */
export type Told = readonly [what: string, params?: object]
export const told = (plan: PlanDocument, options?: { faultsOnly: boolean }): Told[] =>
  checkWhole(plan, at, options).map(({ of, finding }) => {
    const what = `${finding.severity} ${of.kind}/${of.id} ${finding.code}`
    return Object.keys(finding.params).length === 0 ? [what] : [what, finding.params]
  })

/** By what was changed: the change, and all that is said of the plan then. */
export type Cases = Readonly<Record<string, readonly [Change, ...Told[]]>>
