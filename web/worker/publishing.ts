import { opens, type PlanDocument, type Seen, type WholeFinding, type PersonId } from '@eudromos/core/plan'
import type { CommandBodies } from '@eudromos/core/routing'
import {
  changeAndPublish,
  DraftMoved,
  PlanFaults,
  type Database,
  type PlanChange,
  type Publishing,
} from '@eudromos/database'
import { envelope } from '../server/edge/envelope.ts'

export interface ToPublish {
  readonly change: PlanChange
  /** Of the draft that was changed. */
  readonly draft: number
  readonly by: PersonId
  readonly note: string
  readonly at: number
  /** What the router is handed beside the plan. */
  readonly beside: Omit<CommandBodies['publishPlan'], 'plan'>
  /** Who has left, with the teams they were in. */
  readonly left: Seen['people']
  /** May open private teams that they do not see. */
  readonly opensTeams: boolean
}

/** Published, or why not: the draft is another by now, a private team's work would be shown, or there are new faults. */
export type Published =
  | Publishing
  | { readonly moved: number }
  | { readonly private: true }
  | { readonly faults: readonly WholeFinding[]; readonly document: PlanDocument }

class Opened extends Error {}

export async function publishPlan(database: Database, input: ToPublish): Promise<Published> {
  const { change, draft, by, note, at, beside, left, opensTeams } = input
  const seen = (document: PlanDocument): Seen => ({ ...document, people: [...document.people, ...left] })
  try {
    return await changeAndPublish(database, change, {
      expectedDraft: draft,
      by,
      note,
      at,
      require: (before, after) => {
        if (!opensTeams && opens(seen(before), seen(after), by)) throw new Opened()
      },
      envelope: (plan) => envelope('publishPlan', { kind: 'person', id: by }, { plan, ...beside }),
    })
  } catch (error) {
    if (error instanceof DraftMoved) return { moved: error.version }
    if (error instanceof PlanFaults) return { faults: error.faults, document: error.document }
    if (error instanceof Opened) return { private: true }
    throw error
  }
}
