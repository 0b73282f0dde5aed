import { v7 as newId } from 'uuid'
import { shownNumber } from '@eudromos/core/numbers'
import { termsOfNeeds, type CustomerNeed, type PlanDocument } from '@eudromos/core/plan'
import type { Refusal } from '@eudromos/core/routing'
import { meetNumber } from '@eudromos/database'
import type { Follower } from './follower.ts'
import { ProblemError, problem, refused } from './problem.ts'
import type { Runtime } from './runtime.ts'

interface Caller {
  readonly line: PlanDocument['lines'][number]
  readonly addressId: string
  readonly customerId: string
  /** What their needs ask for. */
  readonly terms: ReturnType<typeof termsOfNeeds>
}

const unknownNumber = (to: string): ProblemError =>
  new ProblemError(problem(404, 'unknownNumber', 'Unknown number', `No line of the centre has the number ${to}.`))

/** What the router refuses of what comes to a number: a line that it knows no more has had the number, and that is all there is to say. */
export const refusedTo = (to: string, refusal: Refusal, seq: number): ProblemError =>
  refusal.code === 'unknownLine' ? unknownNumber(to) : refused(refusal, seq)

/** What the needs of a customer ask for, by the plan as it is. */
export const termsFor = (
  { document }: Follower,
  needs: readonly CustomerNeed[] = [],
): ReturnType<typeof termsOfNeeds> =>
  document === null || needs.length === 0 ? { requirements: [], patience: 1 } : termsOfNeeds(document, needs)

/** Who reaches which line from one number to another; throws where no line of the channel has the number. */
export async function callerOf(
  { database, follower }: Runtime,
  wanted: 'voice' | 'sms',
  { from, to }: { readonly from: string; readonly to: string },
): Promise<Caller> {
  const line = follower.document?.lines.find(({ channel, address }) => channel === wanted && address === to)
  if (line === undefined) throw unknownNumber(to)
  const fresh = { addressId: newId(), customerId: newId(), name: shownNumber(from) }
  const { addressId, customers } = await meetNumber(database, from, fresh)
  const customer = customers[0]
  return { line, addressId, customerId: customer?.id ?? fresh.customerId, terms: termsFor(follower, customer?.needs) }
}

/** Likewise of a call, with the queue that its line leads to: nobody chooses there. */
export async function caller(
  runtime: Runtime,
  call: { readonly from: string; readonly to: string },
): Promise<Caller & { readonly queueId: string }> {
  const found = await callerOf(runtime, 'voice', call)
  const queueId = found.line.queueIds[0]
  if (queueId === undefined)
    throw refused({ code: 'leadsNowhere', params: { lineId: found.line.id } }, runtime.follower.seq)
  return { ...found, queueId }
}
