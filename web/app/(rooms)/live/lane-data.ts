import { soonMs } from '@eudromos/core/headline'
import { latenessOf, lanePlace, targetPlace, type Lateness } from '@eudromos/core/figures'
import { levelNow } from '../../../view/figures.ts'
import { waitMsAt, type InteractionView, type PersonView, type PlanView, type View } from '../../../view/view.ts'

export interface Token {
  readonly interaction: InteractionView
  readonly waitMs: number
  /** 0 to 1 along the lane. */
  readonly place: number
  readonly lateness: Lateness
}

/** Whether the queue is open, for how long that stays so, and how many have left a message for the opening. */
export interface Opening {
  readonly open: boolean
  readonly changesAt: number | null
  readonly messages: number
  readonly stopgap: View['queues'][string]['stopgap']
  /** It is closed in an emergency. */
  readonly emergency: boolean
  /** It closes within a quarter of an hour, and people wait. */
  readonly pressing: boolean
}

export interface Lane {
  /** When it was so. */
  readonly at: number
  readonly queue: PlanView['queues'][number]
  readonly waiting: readonly Token[]
  /** How many could be offered what waits now, of these who serve other queues too; in wrap-up; at something else. */
  readonly free: number
  readonly shared: number
  readonly soon: number
  readonly busy: number
  /** How many of these are of private teams. */
  readonly hidden: number
  /** The next of them, the free first. */
  readonly next: readonly PersonView[]
  /** Percent answered within the target today, null before anything came. */
  readonly level: number | null
  readonly levelState: Lateness
  readonly figures: View['queues'][string]['figures'] | null
  readonly opening: Opening
  /** Conversations of silent customers, whose next word brings them back. */
  readonly resting: number
}

export const targetOf = (plan: PlanView, queue: PlanView['queues'][number]): number =>
  queue.target?.seconds ?? plan.defaultTargetSeconds

interface Kept {
  readonly of: readonly unknown[]
  readonly lane: Lane
}

const minuteMs = 60_000

/** The lanes made so far. A lane of which nothing is different stays the same object, so that it is not drawn anew. */
export class Lanes {
  private kept = new Map<string, Kept>()

  of(view: View, now: number): Lane[] {
    const before = this.kept
    this.kept = new Map()
    return lanesOf(view, now, (queue, waiting, resting, plan) => {
      const live = view.queues[queue.id]
      // Where nobody waits only the hours move, and away from their changes they are told by the minute.
      const changes = [live?.changesAt, live?.stopgap?.from].some(
        (at) => Math.abs((at ?? Infinity) - now) < 2 * minuteMs,
      )
      const at = waiting.length > 0 || changes ? now : now - (now % minuteMs)
      const people = (live?.nextIds ?? []).map((id) => view.people[id])
      const of = [queue, live, plan.defaultTargetSeconds, resting, at, people.length, ...people, ...waiting]
      const last = before.get(queue.id)
      const lane =
        last !== undefined && of.length === last.of.length && of.every((one, n) => one === last.of[n])
          ? last.lane
          : { ...laneOf(view, plan, queue, waiting, at), resting }
      this.kept.set(queue.id, { of, lane })
      return lane
    })
  }
}

type Maker = (
  queue: PlanView['queues'][number],
  waiting: readonly InteractionView[],
  resting: number,
  plan: PlanView,
) => Lane

/** The lanes of a view at an instant, in the plan's order. Retired queues are left out unless somebody waits there. */
export function lanesOf(view: View, now: number, make?: Maker): Lane[] {
  const { plan } = view
  if (plan === null) return []
  const waiting = new Map<string, InteractionView[]>()
  const resting = new Map<string, number>()
  for (const interaction of Object.values(view.interactions)) {
    const { queueId } = interaction
    if (interaction.phase === 'resting') resting.set(queueId, (resting.get(queueId) ?? 0) + 1)
    if ((interaction.phase !== 'waiting' && interaction.phase !== 'offered') || interaction.awaitsOpening) continue
    const list = waiting.get(interaction.queueId)
    if (list === undefined) waiting.set(interaction.queueId, [interaction])
    else list.push(interaction)
  }
  return plan.queues
    .filter(({ id, service }) => service !== 'retired' || waiting.has(id))
    .map((queue) => {
      const [own, silent] = [waiting.get(queue.id) ?? [], resting.get(queue.id) ?? 0]
      return make?.(queue, own, silent, plan) ?? { ...laneOf(view, plan, queue, own, now), resting: silent }
    })
}

function laneOf(
  view: View,
  plan: PlanView,
  queue: PlanView['queues'][number],
  waiting: readonly InteractionView[],
  now: number,
): Omit<Lane, 'resting'> {
  const target = targetOf(plan, queue)
  const live = view.queues[queue.id]
  const figures = live?.figures ?? null
  const level = live === undefined ? null : levelNow(live, waiting, target, now)
  const goal = queue.target?.percent ?? 0
  return {
    at: now,
    queue,
    waiting: waiting
      .map((interaction) => {
        const waitMs = waitMsAt(interaction.wait, now)
        // A callback of later is not late by waiting for its hour.
        if (interaction.putOffUntil !== null) return { interaction, waitMs, place: 0, lateness: 'fine' as const }
        return { interaction, waitMs, place: lanePlace(waitMs, target), lateness: latenessOf(waitMs, target) }
      })
      .sort((a, b) => a.place - b.place || a.waitMs - b.waitMs || (a.interaction.id < b.interaction.id ? 1 : -1)),
    free: live?.free ?? 0,
    shared: live?.shared ?? 0,
    soon: live?.soon ?? 0,
    busy: live?.busy ?? 0,
    hidden: live?.hidden ?? 0,
    next: (live?.nextIds ?? []).flatMap((id) => view.people[id] ?? []),
    level,
    levelState: level === null || level >= goal ? 'fine' : level >= goal - 10 ? 'near' : 'late',
    figures,
    opening: openingOf(live, waiting.length, now),
  }
}

function openingOf(live: View['queues'][string] | undefined, waiting: number, now: number): Opening {
  const { open, changesAt, messages, stopgap } = live ?? { open: true, changesAt: null, messages: 0, stopgap: null }
  const emergency = live?.emergencyId != null
  return {
    open,
    changesAt,
    messages,
    stopgap: emergency ? null : stopgap,
    emergency,
    pressing: open && waiting > 0 && changesAt !== null && changesAt - now <= soonMs,
  }
}

export interface Pile {
  readonly place: number
  /** The shortest wait first. */
  readonly tokens: readonly Token[]
}

/** Above this many tokens a lane shows wider piles, so that it stays readable at a glance. */
const mostTokens = 25
const tokenWidth = 0.075
/** Wider than a token, so that as many piles as there can be fit in a lane beside each other. */
const pileWidth = 0.085
const [laneBegin, laneEnd] = [0.03, 0.965]

/**
 * Tokens that would overlap, as piles; one by itself is a pile of one. `tokens` come with the shortest wait first. No pile
 * holds late ones beside others, each stands wholly on its side of the target, and none covers another.
 */
export function pilesOf(tokens: readonly Token[]): Pile[] {
  const width = tokens.length > mostTokens ? 2 * pileWidth : pileWidth
  const piles: Token[][] = []
  for (const token of tokens) {
    const first = piles.at(-1)?.[0]
    const joins = first !== undefined && token.place - first.place < width && isLate(token) === isLate(first)
    if (joins) piles.at(-1)?.push(token)
    else piles.push([token])
  }
  const places = piles.map((of) => of.reduce((sum, { place }) => sum + place, 0) / of.length)
  const late = piles.findIndex(([first]) => first !== undefined && isLate(first))
  const early = late === -1 ? piles.length : late
  apart(places, early, piles.length, targetPlace + tokenWidth / 2, laneEnd)
  apart(places, 0, early, laneBegin, targetPlace - tokenWidth / 2)
  return piles.map((of, n) => ({ place: places[n] ?? 0, tokens: of }))
}

const isLate = ({ lateness }: Token): boolean => lateness === 'late'

/** Moves the places [from, to) as little as keeps them in order, a token's width apart, and between two bounds. */
function apart(places: number[], from: number, to: number, least: number, most: number): void {
  for (let n = from; n < to; n += 1)
    places[n] = Math.max(places[n] ?? 0, n === from ? least : (places[n - 1] ?? 0) + tokenWidth)
  for (let n = to - 1; n >= from; n -= 1)
    places[n] = Math.min(places[n] ?? 0, n === to - 1 ? most : (places[n + 1] ?? 1) - tokenWidth)
}

/** Which lanes stand full (twelve at most), the others folding to a line: those with somebody waiting come first. */
export function fullLanes(lanes: readonly Lane[], most = 12): ReadonlySet<string> {
  const worst = (lane: Lane): number => Math.max(-1, ...lane.waiting.map(({ place }) => place))
  const ranked = lanes
    .map((lane, position) => ({ id: lane.queue.id, rank: worst(lane), position }))
    .sort((a, b) => b.rank - a.rank || a.position - b.position)
  return new Set(ranked.slice(0, most).map(({ id }) => id))
}

/** How much a lane needs somebody: those past the target first, then whoever is nearest to it, then a low service level. */
export const troubleOf = ({ waiting, levelState }: Lane): number =>
  1000 * waiting.filter(({ lateness }) => lateness === 'late').length +
  100 * Math.max(0, ...waiting.map(({ place }) => place)) +
  (levelState === 'late' ? 2 : levelState === 'near' ? 1 : 0)
