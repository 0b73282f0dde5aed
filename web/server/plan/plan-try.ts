import 'server-only'
import * as yup from '../../view/yup.ts'
import { checkQueue, type AnyId } from '@eudromos/core/plan'
import {
  event,
  evolve,
  groundsOf,
  snapshotOf,
  stateFrom,
  visitOf,
  type Snapshot,
  visitId,
} from '@eudromos/core/routing'
import type { QueueDraft } from '@eudromos/database'
import { findingText } from '../../messages/findings.ts'
import { queueShape } from '../../view/queue-shape.ts'
import { named, type NamedGrounds } from '../live/grounds.ts'
import { strictly } from './plan-input.ts'
import { currentDocument, noPlan, notValid } from './plan.ts'
import type { Runtime } from '../runtime/runtime.ts'

const tryShape = yup.object({
  queue: queueShape.required(),
  waitedSeconds: yup
    .number()
    .typeError('Has waited: give a number of seconds.')
    .integer('Has waited: give whole seconds.')
    .min(0, 'Has waited: give 0 s or more.')
    .max(86_400, 'Has waited: give at most 86,400 s, a day.')
    .required('Has waited: give a number of seconds.'),
})

export interface Tried {
  readonly grounds: NamedGrounds
  /** Whether the queue is open now; who would be offered it counts from the opening otherwise. */
  readonly open: boolean
}

const id = 'made up' as AnyId

/**
 * Who would be offered a made-up chat in a queue as it is being edited, with everybody as they are now. Nothing is
 * published, nobody is offered anything: it is all done in a copy of the state.
 */
export async function tryQueue(runtime: Runtime, input: unknown): Promise<Tried> {
  const { queue: given, waitedSeconds } = await tryShape.validate(input, strictly)
  const queue = given as QueueDraft
  const document = await currentDocument(runtime)
  const others = <T extends { readonly id: string }>(all: readonly T[]): T[] => all.filter((one) => one.id !== queue.id)
  const fault = checkQueue(queue, { ...document, queues: [...others(document.queues), queue] }).find(
    ({ severity, code }) => severity === 'fault' && code !== 'nameTaken',
  )
  if (fault !== undefined) throw notValid(fault.code, findingText(fault), 'queue')
  const { state: live } = runtime.follower
  if (live.plan === null) throw noPlan()
  const state = stateFrom(structuredClone(snapshotOf(live)) as Snapshot)
  const at = Math.max(state.at, runtime.clock.now())
  // The plan at work with the one queue in place of its own: what depends on the calendar is compiled already.
  const { name: _name, description: _description, ...plain } = queue
  const queues = [...others(live.plan.queues), { ...plain, service: 'inService' as const }]
  evolve(state, event('planTaken', at, { plan: { ...live.plan, version: live.plan.version + 1, queues } }))
  evolve(
    state,
    event('interactionArrived', at, {
      interactionId: id,
      visitId: visitId(id, 1),
      channel: 'chat',
      customerId: id,
      addressId: null,
      lineId: id,
      queueId: queue.id,
      test: true,
      estimatedWaitSeconds: null,
      connection: { id, processId: id },
      customerGraceDueAt: null,
      leftMessage: false,
      requirements: [],
      patience: 1,
      priority: null,
      back: null,
      tags: [],
    }),
  )
  const interaction = state.interaction(id)
  const visit = visitOf(interaction)
  visit.enteredAt = at - waitedSeconds * 1000
  visit.step = state.index.queue(queue.id).demand.stepAt(waitedSeconds * 1000)
  state.index.interactionChanged(interaction)
  const grounds = named(runtime, groundsOf(state, id))
  if (grounds === null) throw new Error('the made-up chat is not there')
  return { grounds, open: state.queueDay(queue.id).open }
}
