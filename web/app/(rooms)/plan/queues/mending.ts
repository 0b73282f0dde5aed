// What one action mends of what the checks find in a queue.
import {
  hasAddress,
  membersOf,
  type Finding,
  type FindingCode,
  type PlanDocument,
  type QueueEdit,
  type SkillId,
} from '@eudromos/core/plan'
import { ladderOf, withoutStep } from './ladder.ts'

type Queue = QueueEdit
type Patch = Partial<Queue>
type Team = Queue['teams'][number]

const kept = (queue: Queue, isKept: (team: Team) => boolean): Patch => ({
  teams: queue.teams.filter(isKept),
  laterReaches: queue.laterReaches.map((reach) => ({ ...reach, teams: reach.teams.filter(isKept) })),
})

const without = (queue: Queue, personId: unknown): Patch => ({
  agentIds: queue.agentIds.filter((id) => id !== personId),
  laterReaches: queue.laterReaches.map((reach) => ({
    ...reach,
    agentIds: reach.agentIds.filter((id) => id !== personId),
  })),
})

/** Relaxations that ask for no less than from the start. */
const relaxingOnly = (queue: Queue): Patch => ({
  relaxations: queue.relaxations.filter(({ skillId, least, most }) => {
    const asked = queue.requirements.find((one) => one.skillId === skillId)
    return asked !== undefined && (least < asked.least || most > asked.most)
  }),
})

const mends: Partial<
  Record<FindingCode, (queue: Queue, document: PlanDocument, params: Finding['params']) => Patch | null>
> = {
  unknownPerson: (queue, _, { personId }) => without(queue, personId),
  notAnAgent: (queue, _, { personId }) => without(queue, personId),
  unknownTeam: (queue, { teams }) => kept(queue, ({ teamId }) => teams.some(({ id }) => id === teamId)),
  teamWithoutAgents: (queue, document) => kept(queue, (team) => membersOf(team, document).length > 0),
  unknownHours: () => ({ hoursId: null }),
  unknownScript: () => ({ scriptId: null }),
  unknownDisposition: ({ dispositionIds }, { dispositions }) => ({
    dispositionIds: dispositionIds.filter((known) => dispositions.some(({ id }) => id === known)),
  }),
  unknownSkill: (queue, { skills }) => {
    const known = ({ skillId }: { readonly skillId: SkillId }): boolean => skills.some(({ id }) => id === skillId)
    return { requirements: queue.requirements.filter(known), relaxations: queue.relaxations.filter(known) }
  },
  relaxesNothing: (queue) => relaxingOnly(queue),
  reachAddsNobody: (queue, _, { seconds }) => ({
    laterReaches: queue.laterReaches.filter(({ afterSeconds }) => afterSeconds !== seconds),
  }),
  stepTooLate: (queue, _, { longest }) =>
    ladderOf(queue)
      .filter(({ afterSeconds }) => afterSeconds >= Number(longest))
      .reduce<Queue>((next, { afterSeconds }) => ({ ...next, ...withoutStep(next, afterSeconds) }), queue),
  answerWindowBeyondTarget: (_queue, _document, { target }) =>
    Number(target) < 5 ? null : { answerWindowSeconds: Number(target) },
  sentInACircle: () => ({ atClosingTo: null }),
  unknownQueue: () => ({ atClosingTo: null }),
  fullToUnknown: () => ({ whenFullTo: null }),
  fullInACircle: () => ({ whenFullTo: null }),
  waitedToUnknown: () => ({ longestWaitTo: null }),
  waitedInACircle: () => ({ longestWaitTo: null }),
  nobodyOnShift: () => ({ onShiftOnly: false }),
  noLine: (_queue, { lines }) => {
    // A number would be taken from the queue that it leads to.
    const boxes = lines.filter((line) => !hasAddress(line))
    const line = boxes.find(({ on }) => on) ?? boxes[0]
    return line === undefined ? null : { lineIds: [line.id] }
  },
}

const patched = [
  'agentIds',
  'teams',
  'laterReaches',
  'hoursId',
  'requirements',
  'relaxations',
  'prioritySteps',
  'answerWindowSeconds',
  'atClosingTo',
  'whenFullTo',
  'longestWaitTo',
  'onShiftOnly',
  'lineIds',
] as const satisfies readonly (keyof Queue)[]

/** The fields to change so that the finding is gone, or null where there is no one action for it. */
export function mendOf({ code, params }: Finding, queue: Queue, document: PlanDocument): Patch | null {
  const patch = mends[code]?.(queue, document, params) ?? null
  if (patch === null) return null
  return Object.fromEntries(patched.flatMap((field) => (field in patch ? [[field, patch[field]]] : [])))
}

export const mendable = Object.keys(mends) as FindingCode[]
