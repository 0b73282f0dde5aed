import { newId } from '../../view/new-id.ts'
import { isMailbox, shownNumber } from '@eudromos/core/numbers'
import {
  termsOfNeeds,
  type Channel,
  type CustomerNeed,
  type PlanDocument,
  type AddressId,
  type CustomerId,
  type QueueId,
} from '@eudromos/core/plan'
import type { Refusal } from '@eudromos/core/routing'
import { meetAddress } from '@eudromos/database'
import type { Follower } from '../runtime/follower.ts'
import { ProblemError, problem, refused } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'

export interface Caller {
  readonly line: PlanDocument['lines'][number]
  readonly addressId: AddressId
  readonly customerId: CustomerId
  /** What their needs ask for. */
  readonly terms: ReturnType<typeof termsOfNeeds>
}

const unknownAddress = (to: string): ProblemError =>
  isMailbox(to)
    ? new ProblemError(
        problem(404, 'unknownMailbox', 'Unknown mailbox', `No line of the centre has the address ${to}.`),
      )
    : new ProblemError(problem(404, 'unknownNumber', 'Unknown number', `No line of the centre has the number ${to}.`))

/** What the router refuses of what comes to an address: a line that it knows no more has had it, and that is all there is to say. */
export const refusedTo = (to: string, refusal: Refusal, seq: number): ProblemError =>
  refusal.code === 'unknownLine' ? unknownAddress(to) : refused(refusal, seq)

/** What the needs of a customer ask for, by the plan as it is. */
export const termsFor = (
  { document }: Follower,
  needs: readonly CustomerNeed[] = [],
): ReturnType<typeof termsOfNeeds> =>
  document === null || needs.length === 0 ? { requirements: [], patience: 1 } : termsOfNeeds(document, needs)

/** Who reaches which line from one address to another; throws where no line of the channel has that. `name`: as they give it. */
export async function callerOf(
  { database, follower }: Runtime,
  wanted: Exclude<Channel, 'chat'>,
  { from, to, name = '' }: { readonly from: string; readonly to: string; readonly name?: string },
): Promise<Caller> {
  const line = follower.document?.lines.find(({ channel, address }) => channel === wanted && address === to)
  if (line === undefined) throw unknownAddress(to)
  const fresh = {
    addressId: newId<AddressId>(),
    customerId: newId<CustomerId>(),
    name: name === '' ? shownNumber(from) : name,
  }
  const { addressId, customers } = await meetAddress(database, from, fresh)
  const customer = customers[0]
  return { line, addressId, customerId: customer?.id ?? fresh.customerId, terms: termsFor(follower, customer?.needs) }
}

/** Who calls which line, with the queue that it leads to: nobody chooses there. Throws where no line has the number. */
export async function caller(
  runtime: Runtime,
  call: { readonly from: string; readonly to: string },
): Promise<Caller & { readonly queueId: QueueId }> {
  const found = await callerOf(runtime, 'voice', call)
  const queueId = found.line.queueIds[0]
  if (queueId === undefined)
    throw refused({ code: 'leadsNowhere', params: { lineId: found.line.id } }, runtime.follower.seq)
  return { ...found, queueId }
}
