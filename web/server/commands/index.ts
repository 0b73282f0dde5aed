import 'server-only'
import * as yup from '../../view/yup.ts'
import { may, type AnyId, type PersonId } from '@eudromos/core/plan'
import { whoMayAsk, type Actor } from '@eudromos/core/routing'
import type { NewContent } from '@eudromos/database'
import { envelope } from '../edge/envelope.ts'
import { contentIdFor } from '../edge/ids.ts'
import { requireInSight, requirePersonInSight, type Named } from '../sight/in-sight.ts'
import { limitRate } from '../edge/limits.ts'
import { notAllowed, refused } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'
import { callCommands } from './calls.ts'
import { conversationCommands } from './conversation.ts'
import type { Asking, GivenFile, PersonCommand } from './define.ts'
import { seatCommands } from './seat.ts'
import { steeringCommands } from './steering.ts'

const all = [...seatCommands, ...conversationCommands, ...callCommands, ...steeringCommands]

export type PersonCommandType = (typeof all)[number]['type']

/** By name, what a person's browser may ask for. */
export const personCommands = Object.fromEntries(all.map((one) => [one.type, one])) as Readonly<
  Record<PersonCommandType, PersonCommand>
>
export const personCommandTypes: readonly PersonCommandType[] = all.map(({ type }) => type)

/** Whether who asks may, as far as can be told at the edge. */
function mayAsk(who: Who, type: PersonCommandType, body: object, inOthersName: boolean): boolean {
  if (inOthersName && !may(who.roles, 'actAs')) return false
  const { capability, own } = whoMayAsk(type)
  if (capability !== null && may(who.roles, capability)) return true
  if (!own) return false
  const whose = 'agentId' in body ? body.agentId : 'personId' in body ? body.personId : undefined
  return whose !== undefined && (whose === who.id || inOthersName)
}

/** What a command is about, of which who asks must be allowed to see it. Where work goes to is not among it. */
function namedBy(command: PersonCommand, given: object, onBehalfOf: PersonId | null): Named {
  const named = given as Named
  return { ...named, agentId: named.agentId ?? onBehalfOf ?? undefined, queueIds: command.queuesOf(given) }
}

const request = yup.object({
  id: yup.string<AnyId>().trim().min(1).max(200).required('Give an id.'),
  type: yup
    .mixed<PersonCommandType>()
    .oneOf(personCommandTypes, 'This command is not known.')
    .required('Name the command in "type".'),
  onBehalfOf: yup.string<AnyId>().max(200).nullable().default(null),
  reason: yup.string().max(500).nullable().default(null),
  body: yup.object().required('Give the command a "body".'),
})

/**
 * Checks a command of a person at the edge, keeps its words as content, and gives the journal's number up to which its
 * effects reach. A file goes along with a message. Throws a problem when it is refused.
 */
export async function commandOf(runtime: Runtime, who: Who, input: unknown, file?: GivenFile): Promise<number> {
  const { id: commandId, type, onBehalfOf, reason, body } = await request.validate(input, { abortEarly: false })
  const asked = personCommands[type]
  const given = (await asked.shape.validate(body, { abortEarly: false, stripUnknown: true })) as object
  limitRate(`person:${who.id}`, 1200)
  const inOthersName = onBehalfOf !== null && onBehalfOf !== who.id
  if (!mayAsk(who, type, given, inOthersName)) throw notAllowed()
  if (inOthersName) requirePersonInSight(runtime, who, onBehalfOf)
  requireInSight(runtime, who, namedBy(asked, given, inOthersName ? onBehalfOf : null))
  const actor: Actor = { kind: 'person', id: who.id }
  const contents: NewContent[] = []
  const keepContent: Asking['keepContent'] = (content, ...words) => {
    const id = contentIdFor(actor, commandId, ...words)
    contents.push({ id, ...content })
    return id
  }
  const asking: Asking = {
    ...{ runtime, who, file: file ?? null, keepContent },
    keep: (kind, interactionId, words) =>
      words === null || words.trim() === '' ? null : keepContent({ interactionId, kind, body: words }, words),
  }
  await asked.require(given, asking)
  const options = { id: commandId, onBehalfOf: inOthersName ? onBehalfOf : null, reason }
  const command = envelope(asked.type, actor, await asked.body(given, asking), options)
  const { seq, refusal } = await runtime.sender.submit({ command, contents })
  if (refusal !== null) throw refused(refusal, seq)
  return seq
}
