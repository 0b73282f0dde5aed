import { may, type PlanDocument, type Role } from '@eudromos/core/plan'
import { en } from '../../messages/en.ts'
import { palette as t } from '../../messages/palette.ts'
import type { PersonView, PlanView } from '../../view/view.ts'
import { roomsFor } from './rooms.ts'

/** Something that one can go to or do from the search field. */
export interface Target {
  readonly label: string
  readonly group: keyof typeof t.groups
  /** By what else it is found. */
  readonly words?: string
  /** Where it is; null: it is done by `act`. */
  readonly href: string | null
  readonly act?: 'signOut' | 'light' | 'dark' | 'system' | 'shortcuts' | { readonly stateId: string }
}

export interface Known {
  readonly roles: readonly Role[]
  readonly plan: PlanView | null
  /** The plan as it is being edited; null before it was read. */
  readonly document: PlanDocument | null
  readonly people: readonly Pick<PersonView, 'id' | 'name'>[]
  /** Whether one has a seat of one's own. */
  readonly seated: boolean
}

/** The kinds of things in the plan, by the name that the plan's address has for them. */
export const planKinds = {
  line: 'lines',
  queue: 'queues',
  skill: 'skills',
  team: 'teams',
  presence: 'presenceStates',
  limits: 'loadLimits',
  shift: 'shifts',
  site: 'sites',
  hours: 'hours',
  calendar: 'calendars',
  script: 'scripts',
  template: 'templates',
} as const satisfies Record<string, keyof PlanDocument>
type PlanKind = keyof typeof planKinds

const kindNames = Object.keys(planKinds) as PlanKind[]

/** Everything that somebody of these roles can go to or do. */
export function targetsFor({ roles, plan, document, people, seated }: Known): Target[] {
  const rooms = roomsFor(roles).map(({ path, name }): Target => ({ label: name, group: 'rooms', href: path }))
  const lists: Target[] = [
    ...(may(roles, 'live.view') ? [{ label: en.rota.title, group: 'rooms', href: '/live/who' } as const] : []),
    ...(may(roles, 'records.view')
      ? [{ label: t.customers, group: 'rooms', words: t.customersWords, href: '/review/customers' } as const]
      : []),
    ...(may(roles, 'plan.view')
      ? t.tables.map(([label, words, href]): Target => ({ label, group: 'rooms', words, href }))
      : []),
  ]
  const presence = (seated ? (plan?.presenceStates ?? []) : [])
    .filter(({ choosable }) => choosable)
    .map(({ id, name }): Target => ({ label: t.setPresence(name), group: 'do', href: null, act: { stateId: id } }))
  const queues = plan?.queues ?? []
  const made = may(roles, 'plan.edit')
    ? [
        ...kindNames.map((kind): Target => ({
          label: t.fresh[kind],
          group: 'do',
          words: t.freshWords,
          href: `/plan?${kind}=new`,
        })),
        { label: t.fresh.person, group: 'do', words: t.freshWords, href: '/plan?person=new' } as const,
        ...t.planActions.map(([label, words, href]): Target => ({ label, group: 'do', words, href })),
      ]
    : []
  const steering: Target[] = [
    ...(may(roles, 'stopgaps')
      ? queues.map(({ id, name }): Target => ({
          label: t.closeQueue(name),
          group: 'do',
          words: t.closeWords,
          href: `/live?lane=${id}`,
        }))
      : []),
    ...(may(roles, 'emergency')
      ? [{ label: t.emergency, group: 'do', words: t.closeWords, href: '/live?emergency=1' } as const]
      : []),
    ...(may(roles, 'records.view')
      ? t.reviewActions.map(([label, words, href]): Target => ({ label, group: 'do', words, href }))
      : []),
  ]
  const things = may(roles, 'plan.view')
    ? kindNames.flatMap((kind) => {
        const all = document === null ? (kind === 'queue' ? queues : []) : document[planKinds[kind]]
        return all.map(({ id, name }): Target => ({
          label: t.inPlan(name, t.kinds[kind]),
          group: 'plan',
          href: `/plan?${kind}=${encodeURIComponent(id)}`,
        }))
      })
    : []
  const settings = may(roles, 'plan.view')
    ? t.settings.map(([label, words]): Target => ({ label, group: 'settings', words, href: '/plan?centre=settings' }))
    : []
  const live = may(roles, 'live.view')
    ? [
        ...queues.map(({ id, name }): Target => ({ label: t.lane(name), group: 'live', href: `/live#${id}` })),
        ...people.map(({ id, name }): Target => ({ label: name, group: 'people', href: `/live?person=${id}` })),
      ]
    : []
  const inPlan = may(roles, 'plan.view')
    ? people.map(({ id, name }): Target => ({
        label: t.inPlan(name, t.kinds.person),
        group: 'plan',
        href: `/plan?person=${id}`,
      }))
    : []
  const own: Target[] = (['light', 'dark', 'system'] as const).map((act) => ({
    label: t.appearance(en.frame.theme[act]),
    group: 'do',
    href: null,
    act,
  }))
  const last: Target[] = [
    { label: en.frame.shortcuts, group: 'do', href: null, act: 'shortcuts' },
    { label: en.frame.signOut, group: 'do', href: null, act: 'signOut' },
  ]
  const all = [
    ...rooms,
    ...lists,
    ...presence,
    ...steering,
    ...made,
    ...own,
    ...last,
    ...live,
    ...things,
    ...inPlan,
    ...settings,
  ]
  return all.sort((a, b) => groupOrder.indexOf(a.group) - groupOrder.indexOf(b.group))
}

const groupOrder: readonly Target['group'][] = ['rooms', 'live', 'people', 'do', 'plan', 'settings', 'find']

const mostShown = 40

/** Those in which every word stands, rooms first; and a search of customers and records for the words themselves. */
export function foundFor(targets: readonly Target[], input: string, roles: readonly Role[]): Target[] {
  const wanted = input
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  const found = targets.filter(({ label, words = '' }) => {
    const text = `${label} ${words}`.toLowerCase()
    return wanted.every((word) => text.includes(word))
  })
  const words = input.trim()
  const searches: Target[] =
    words === '' || !may(roles, 'records.view')
      ? []
      : [
          {
            label: t.findCustomers(words),
            group: 'find',
            href: `/review/customers?${new URLSearchParams({ find: words })}`,
          },
          { label: t.findRecords(words), group: 'find', href: `/review?${new URLSearchParams({ customer: words })}` },
        ]
  return [...found.slice(0, mostShown), ...searches]
}
