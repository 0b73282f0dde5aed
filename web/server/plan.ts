import 'server-only'
import * as yup from 'yup'
import { checkQueue, type CompiledPlan, type Finding, type PlanDocument } from '@eudromos/core/plan'
import { DraftMoved, readDraft, readTestCustomers, saveQueueAndPublish, type QueueDraft } from '@eudromos/database'
import { envelope } from './envelope.ts'
import { queueShape } from '../view/queue-shape.ts'
import { findingText } from '../messages/findings.ts'
import { ProblemError, problem, refused } from './problem.ts'
import { SendTrouble } from './sender.ts'
import type { Runtime } from './runtime.ts'
import type { Who } from './who.ts'

export const saveShape = yup.object({
  draft: yup.number().integer().min(0).required(),
  queue: queueShape.required(),
})

export interface PlanState {
  readonly draft: number
  readonly document: PlanDocument
  readonly people: readonly { id: string; name: string; roles: readonly string[]; simulated: boolean }[]
  readonly testCustomers: readonly { id: string; name: string }[]
}

export async function readPlanState({ database, follower }: Runtime): Promise<PlanState | null> {
  const draft = await readDraft(database)
  if (draft === null) return null
  return {
    draft: draft.version,
    document: draft.document,
    people: [...follower.people.values()].map(({ id, name, roles, simulated }) => ({ id, name, roles, simulated })),
    testCustomers: (await readTestCustomers(database)).map(({ id, name }) => ({ id, name })),
  }
}

export interface Saved {
  readonly version: number
  readonly draft: number
  readonly seq: number
  readonly findings: readonly Finding[]
}

/** Saves one queue and publishes a new version of the plan; the router has taken it over when this resolves. */
export async function saveQueue(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, queue } = await saveShape.validate(input, { abortEarly: false, stripUnknown: true })
  const trouble = runtime.sender.trouble()
  if (trouble !== null) throw new SendTrouble('overloaded', trouble)
  const before = await readDraft(runtime.database)
  if (before === null) throw new ProblemError(problem(409, 'noPlan', 'No plan', 'The centre is not set up yet.'))
  const others = before.document.queues.filter(({ id }) => id !== queue.id)
  const document: PlanDocument = { ...before.document, queues: [...others, queue] }
  const findings = checkQueue(queue, document)
  const fault = findings.find(({ severity }) => severity === 'fault')
  if (fault !== undefined)
    throw new ProblemError(
      problem(422, fault.code, 'Not valid', findingText(fault), {
        fields: { [fault.code === 'nameTaken' ? 'name' : 'agentIds']: findingText(fault) },
      }),
    )
  const at = runtime.clock.now()
  const make = (plan: CompiledPlan) => envelope('publishPlan', { kind: 'person', id: who.id }, { plan })
  try {
    const { version, inboxId } = await saveQueueAndPublish(runtime.database, queue as QueueDraft, {
      expectedDraft: draft,
      by: who.id,
      note: queue.name,
      at,
      envelope: make,
    })
    const answer = await runtime.sender.awaitAnswer(inboxId)
    if (!answer.ok && 'refusal' in answer) throw refused(answer.refusal, answer.seq)
    return { version, draft: draft + 1, seq: answer.seq, findings }
  } catch (error) {
    if (error instanceof DraftMoved)
      throw new ProblemError(
        problem(
          409,
          'draftMoved',
          'Changed meanwhile',
          'Somebody else has saved the plan since you opened this queue. Your entries are kept here: load the current plan beside them and save again.',
          { params: { draft: error.version } },
        ),
      )
    throw error
  }
}
