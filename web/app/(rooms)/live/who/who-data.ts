import { dayMs, Zone, type Span } from '@eudromos/core/hours'
import type { AbsenceReason, SiteId } from '@eudromos/core/plan'
import { standingAt, type Duty, type Rota, type RotaDay, type RotaPlan, type Standing } from '@eudromos/core/rota'
import type { PersonView, PlanView, View } from '../../../../view/view.ts'

export const weeksShown = 4
const daysShown = 7 * weeksShown
const byName = new Intl.Collator('en', { numeric: true })

export interface WhoRow {
  readonly person: PersonView
  readonly duty: Duty
  readonly standing: Standing
  /** At work by the rota, and not signed in. */
  readonly missing: boolean
}

export interface WhoSite {
  /** Null: of those who have no site. */
  readonly site: RotaPlan['sites'][number] | null
  readonly zone: string
  readonly rows: readonly WhoRow[]
  readonly onShift: number
  readonly missing: number
  readonly away: number
}

export interface Filter {
  readonly name: string
  /** Null: all. */
  readonly siteId: SiteId | null
}

export type Item =
  | { readonly kind: 'site'; readonly who: WhoSite }
  | { readonly kind: 'person'; readonly row: WhoRow; readonly who: WhoSite }

/** Keeps what was worked out for somebody until something about them changes; those alike in all that counts share it. */
class Kept<T> {
  private readonly own = new WeakMap<PersonView, T>()
  private readonly shared = new Map<string, T>()

  constructor(private readonly work: (person: PersonView) => T) {}

  of(person: PersonView): T {
    const { siteId, shiftId, absences } = person
    const alike = absences.length === 0 ? `${siteId} ${shiftId}` : null
    const known = alike === null ? this.own.get(person) : this.shared.get(alike)
    if (known !== undefined) return known
    const worked = this.work(person)
    if (alike === null) this.own.set(person, worked)
    else this.shared.set(alike, worked)
    return worked
  }
}

/** What is worked out for one day and the four weeks from it on. */
export class Board {
  readonly today: Span
  readonly days: readonly number[]
  private readonly duties = new Kept((person) =>
    this.rota.duty(person, person.absences, this.today.from, this.today.to),
  )
  private readonly weeks = new Kept((person): readonly RotaDay[] =>
    this.days.map((day) => this.rota.day(person, person.absences, day)),
  )

  /** A day (since 1970-01-01) by the centre's clocks, and the four weeks from it on. */
  constructor(
    readonly rota: Rota,
    readonly plan: RotaPlan,
    readonly firstDay: number,
  ) {
    const zone = Zone.of(plan.centre.zone)
    this.days = Array.from({ length: daysShown }, (_, n) => firstDay + n)
    this.today = { from: zone.fromWall(this.firstDay * dayMs), to: zone.fromWall((this.firstDay + 1) * dayMs) }
  }

  private ranks: { readonly of: string; readonly rank: ReadonlyMap<string, number> } = { of: '', rank: new Map() }

  /** Where each stands among these by name. Comparing names as people do takes long: it is done when one is another. */
  rankOf(people: readonly PersonView[]): ReadonlyMap<string, number> {
    const of = people.map(({ id, name }) => `${id} ${name}`).join('\n')
    if (this.ranks.of !== of) {
      const sorted = people.toSorted((a, b) => byName.compare(a.name, b.name))
      this.ranks = { of, rank: new Map(sorted.map(({ id }, n) => [id, n])) }
    }
    return this.ranks.rank
  }

  private readonly rows = new WeakMap<PersonView, WhoRow & { readonly at: number }>()

  /** The same object until something about them, or the minute, is another: what is drawn of it is not drawn anew. */
  rowOf(person: PersonView, now: number, isIn: boolean): WhoRow {
    const before = this.rows.get(person)
    const standing = before?.at === now ? before.standing : standingAt(this.dutyOf(person), now)
    const missing = standing.kind === 'working' && !isIn
    if (before?.at === now && before.missing === missing) return before
    const row = { person, duty: this.dutyOf(person), standing, missing, at: now }
    this.rows.set(person, row)
    return row
  }

  dutyOf(person: PersonView): Duty {
    return this.duties.of(person)
  }

  /** Each day of the four weeks, by the clocks of the person's site. */
  weeksOf(person: PersonView): readonly RotaDay[] {
    return this.weeks.of(person)
  }
}

export const isIn = (plan: PlanView | null, { connected, stateId }: PersonView): boolean =>
  connected && plan?.presenceStates.find(({ id }) => id === stateId)?.signedOut === false

/** People by site, in the plan's order, those without one last; within a site by name. Sites without anybody are left out. */
export function whoIsIn(
  view: Pick<View, 'people' | 'plan'>,
  board: Board,
  now: number,
  { name, siteId }: Filter,
): WhoSite[] {
  const wanted = name.trim().toLowerCase()
  const groups = new Map<SiteId | null, WhoRow[]>()
  const people = Object.values(view.people)
  const rank = board.rankOf(people)
  const states = new Set(view.plan?.presenceStates.filter(({ signedOut }) => !signedOut).map(({ id }) => id))
  for (const person of people) {
    if (siteId !== null && person.siteId !== siteId) continue
    if (wanted !== '' && !person.name.toLowerCase().includes(wanted)) continue
    const group = groups.get(person.siteId)
    const row = board.rowOf(person, now, person.connected && states.has(person.stateId))
    if (group === undefined) groups.set(person.siteId, [row])
    else group.push(row)
  }
  const known = new Set(board.plan.sites.map(({ id }) => id))
  const nowhere = [...groups].flatMap(([id, rows]) => (id === null || !known.has(id) ? rows : []))
  return [
    ...board.plan.sites.map((site) => whoSite(site, site.zone, groups.get(site.id) ?? [], rank)),
    whoSite(null, board.plan.centre.zone, nowhere, rank),
  ].filter(({ rows }) => rows.length > 0)
}

function whoSite(site: WhoSite['site'], zone: string, rows: WhoRow[], rank: ReadonlyMap<string, number>): WhoSite {
  const placeOf = ({ person }: WhoRow): number => rank.get(person.id) ?? 0
  const of = (kinds: readonly Standing['kind'][]): number =>
    rows.filter(({ standing }) => kinds.includes(standing.kind)).length
  return {
    site,
    zone,
    rows: rows.sort((a, b) => placeOf(a) - placeOf(b)),
    onShift: of(['working', 'pause']),
    missing: rows.filter(({ missing }) => missing).length,
    away: of(['away']),
  }
}

/** Sites and people as one list, to be shown in part. */
export const itemsOf = (sites: readonly WhoSite[]): Item[] =>
  sites.flatMap((who) => [
    { kind: 'site' as const, who },
    ...who.rows.map((row) => ({ kind: 'person' as const, row, who })),
  ])

export interface AwayStretch {
  /** Which of the days it begins on. */
  readonly from: number
  readonly days: number
  readonly reason: AbsenceReason
}

/** Days in a row on which one and the same absence bears. */
export function awayStretches(days: readonly RotaDay[]): AwayStretch[] {
  const found: (AwayStretch & { id: string; days: number })[] = []
  days.forEach(({ away }, n) => {
    if (away === null) return
    const last = found.at(-1)
    if (last !== undefined && last.id === away.id && last.from + last.days === n) last.days += 1
    else found.push({ id: away.id, from: n, days: 1, reason: away.reason })
  })
  return found.map(({ from, days: length, reason }) => ({ from, days: length, reason }))
}

/** How many of these people work on each day of the four weeks. */
export const countsOf = (board: Board, { rows }: WhoSite): number[] =>
  board.days.map((_, n) => rows.filter(({ person }) => (board.weeksOf(person)[n]?.workingMs ?? 0) > 0).length)

export interface SiteHoliday {
  readonly day: number
  readonly name: string
}

/** The holidays that a site keeps within the four weeks, by the day that they touch. */
export function holidaysOf({ rota, days }: Board, { site }: WhoSite): SiteHoliday[] {
  if (site === null) return []
  return days.flatMap((day) => {
    const { from, to } = rota.spanOfDay(site.id, day)
    return rota.holidaysOf(site.id, from, to).map((name) => ({ day, name }))
  })
}
