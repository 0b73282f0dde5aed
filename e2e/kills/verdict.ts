import { hasRoom } from '../../core/capacity/index.ts'
import { evolve, snapshotOf, State, type Event } from '../../core/routing/index.ts'
import { beginning, placeAfter, readJournal, type Database, type JournalRow } from '../../database/index.ts'

export async function wholeJournal(database: Database): Promise<JournalRow[]> {
  const rows: JournalRow[] = []
  let at = beginning
  for (let page = await readJournal(database.$client, at, 20_000); page.length > 0;) {
    rows.push(...page)
    at = placeAfter(page, at)
    page = await readJournal(database.$client, at, 20_000)
  }
  return rows
}

export interface Verdict {
  readonly gapsInSeq: number
  readonly arrivedTwice: string[]
  readonly acceptedButLost: string[]
  readonly answeredTwice: string[]
  readonly offeredWhileOffered: string[]
  readonly unanswered: string[]
  /** Agents who had more before them than their load limits let them have, at the offer that made it so. */
  readonly aboveLimits: string[]
  readonly abandoned: number
  readonly blamed: number
  readonly commandsTwice: number
  /** The journal folds without an error, and its time never runs backwards. */
  readonly folds: boolean
}

/** What the journal says of everything that was accepted. */
export function judge(rows: readonly JournalRow[], accepted: readonly string[]): Verdict {
  const arrived = new Map<string, number>()
  const answered = new Map<string, number>()
  const open = new Set<string>()
  const offeredWhileOffered: string[] = []
  let abandoned = 0
  let blamed = 0
  const arrivals = new Map<number, number>()
  for (const { event, inboxId } of rows) {
    if (event.type === 'interactionArrived') {
      arrived.set(event.interactionId, (arrived.get(event.interactionId) ?? 0) + 1)
      if (inboxId !== null) arrivals.set(inboxId, (arrivals.get(inboxId) ?? 0) + 1)
    } else if (event.type === 'offerMade') {
      if (open.has(event.interactionId)) offeredWhileOffered.push(event.interactionId)
      open.add(event.interactionId)
    } else if (isOfferEnd(event)) {
      open.delete(event.interactionId)
      if (event.type === 'offerAnswered')
        answered.set(event.interactionId, (answered.get(event.interactionId) ?? 0) + 1)
    } else if (event.type === 'interactionAbandoned') abandoned += 1
    else if (event.type === 'presenceSet' && event.cause === 'missed') blamed += 1
  }
  return {
    gapsInSeq: rows.filter(({ seq }, n) => seq !== n + 1).length,
    arrivedTwice: [...arrived].filter(([, times]) => times > 1).map(([id]) => id),
    acceptedButLost: accepted.filter((id) => !arrived.has(id)),
    answeredTwice: [...answered].filter(([, times]) => times > 1).map(([id]) => id),
    offeredWhileOffered,
    unanswered: accepted.filter((id) => !answered.has(id)),
    abandoned,
    blamed,
    commandsTwice: [...arrivals.values()].filter((times) => times > 1).length,
    ...folded(rows),
  }
}

const isOfferEnd = (
  event: Event,
): event is Event<'offerAnswered' | 'offerDeclined' | 'offerMissed' | 'offerWithdrawn'> =>
  ['offerAnswered', 'offerDeclined', 'offerMissed', 'offerWithdrawn'].includes(event.type)

/** What only shows as it goes: whether it folds, and what each agent had at hand with every offer. */
function folded(rows: readonly JournalRow[]): Pick<Verdict, 'folds' | 'aboveLimits'> {
  let state = new State()
  const aboveLimits: string[] = []
  for (const { event } of rows) {
    state = evolve(state, event)
    if (event.type !== 'offerMade') continue
    const carried = state.agent(event.agentId).carried.map((id) => state.interaction(id).channel)
    const limits = state.limitsOf(event.agentId)
    // Each fits beside all the others, whichever came last.
    const fits = carried.every((channel, n) => hasRoom(limits, carried.toSpliced(n, 1), channel, true))
    if (!fits) aboveLimits.push(event.offerId)
  }
  return { folds: snapshotOf(state).at === rows.at(-1)?.event.at, aboveLimits }
}

export const allWell: Verdict = {
  gapsInSeq: 0,
  arrivedTwice: [],
  acceptedButLost: [],
  answeredTwice: [],
  offeredWhileOffered: [],
  unanswered: [],
  aboveLimits: [],
  abandoned: 0,
  blamed: 0,
  commandsTwice: 0,
  folds: true,
}
