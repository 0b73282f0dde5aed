import type { CompiledPlan } from '../plan/index.ts'

// What the naive model holds, and when things are open to it.

export interface NaiveAgent {
  id: string
  onShift: boolean
  state: string
  idleSince: number
  connections: string[]
  graceDueAt: number | null
}

export interface NaiveInteraction {
  id: string
  queue: string
  arrivedAt: number
  enteredAt: number
  waitedBefore: number
  leftMessage: boolean
  awaitsOpening: boolean
  answeredAt: number
  phase: 'waiting' | 'offered' | 'connected' | 'wrapUp'
  agent: string | null
  dueAt: number | null
  graceDueAt: number | null
  connections: string[]
  tried: string[]
  retryDueAt: number | null
  visit: number
  offers: number
}

export interface NaiveEmergency {
  id: string
  queues: readonly string[]
  from: number
  to: number
  waiting: string
  sendOnTo: string | null
  evacuated: { agent: string; state: string }[]
}

export type NaiveSpan = [from: number, to: number]

const pairs = (turns: readonly number[]): NaiveSpan[] =>
  turns.flatMap((from, n): NaiveSpan[] => (n % 2 === 0 ? [[from, turns[n + 1] ?? from]] : []))

export function shiftOf(plan: CompiledPlan | null, agent: string): NaiveSpan[] {
  const shiftId = plan?.people.find(({ id }) => id === agent)?.shiftId
  return pairs(plan?.shifts.find(({ id }) => id === shiftId)?.openings ?? [])
}

/** When the queue is open; null: always. */
export function openOf(
  plan: CompiledPlan | null,
  emergencies: readonly NaiveEmergency[],
  queueId: string,
): NaiveSpan[] | null {
  const hoursId = plan?.queues.find((q) => q.id === queueId)?.hoursId ?? null
  const shut = emergencies.filter(({ queues }) => queues.includes(queueId))
  if (hoursId === null && shut.length === 0) return null
  let spans: NaiveSpan[] =
    hoursId === null ? [[0, Infinity]] : pairs(plan?.hours.find(({ id }) => id === hoursId)?.openings ?? [])
  for (const { from, to } of shut) {
    const cut = spans.flatMap(([a, b]): NaiveSpan[] => [
      [a, Math.min(b, from)],
      [Math.max(a, to), b],
    ])
    spans = cut.filter(([a, b]) => a < b)
  }
  return spans
}

/** What it has waited, in the open time of its queue, with what it waited before. */
export function waitedIn(spans: readonly NaiveSpan[] | null, i: NaiveInteraction, at: number): number {
  if (spans === null) return i.waitedBefore + at - i.enteredAt
  return spans.reduce(
    (sum, [from, to]) => sum + Math.max(0, Math.min(to, at) - Math.max(from, i.enteredAt)),
    i.waitedBefore,
  )
}
