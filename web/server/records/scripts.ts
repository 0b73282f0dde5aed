import 'server-only'
import * as yup from '../../view/yup.ts'
import { isCall, takesAnswer, walkOf, type CallScript, type InteractionId, type AnyId } from '@eudromos/core/plan'
import { visitOf, type Interaction } from '@eudromos/core/routing'
import { putScriptAnswer, readScriptAnswers } from '@eudromos/database'
import type { ScriptView } from '../../view/script.ts'
import { inHand, inOwnHand } from '../sight/hands.ts'
import { notFound, problem, ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

/** The script that is followed in a conversation, as its queue has it now. */
function scriptOf({ follower: { document } }: Runtime, interaction: Interaction): CallScript | null {
  if (!isCall(interaction.channel)) return null
  const queue = document?.queues.find(({ id }) => id === visitOf(interaction).queueId)
  return document?.scripts.find(({ id }) => id === queue?.scriptId) ?? null
}

/** What is to be said and asked in a conversation that one has, and what was answered so far. */
export async function scriptView(runtime: Runtime, who: Who, interactionId: InteractionId): Promise<ScriptView> {
  const interaction = inHand(runtime, who, interactionId)
  return {
    script: scriptOf(runtime, interaction),
    answers: (await readScriptAnswers(runtime.database, [interactionId])).map(
      ({ interactionId: _, ...answer }) => answer,
    ),
  }
}

export const answerShape = yup.object({
  scriptId: yup.string<AnyId>().max(200).required('Name the script.'),
  stepId: yup.string<AnyId>().max(200).required('Name the step.'),
  answer: yup.string().trim().max(2000, 'Answer: use at most 2,000 characters.').default(''),
})

/** Keeps the answer of a step, or that it was passed; the steps that answers lead to no more stay, as not walked. */
export async function answerStep(
  runtime: Runtime,
  who: Who,
  interactionId: InteractionId,
  { scriptId, stepId, answer }: yup.InferType<typeof answerShape>,
): Promise<ScriptView> {
  const { database, clock } = runtime
  const interaction = inOwnHand(runtime, who, interactionId)
  const script = scriptOf(runtime, interaction)
  const step = script?.steps.find(({ id }) => id === stepId)
  if (script?.id !== scriptId || step === undefined) throw notFound('This step of the script')
  if (!takesAnswer(step, answer))
    throw new ProblemError(
      problem(422, 'notAnAnswer', 'Not an answer', `${step.question}: choose or write an answer.`, {
        fields: { answer: `${step.question}: choose or write an answer.` },
      }),
    )
  const given = {
    interactionId,
    scriptId,
    stepId,
    scriptName: script.name,
    question: step.question,
    answer: step.asks === 'nothing' ? '' : answer,
    personId: who.id,
    at: clock.now(),
  }
  await putScriptAnswer(database, given, (answers) => walkOf(script, answers).steps.map((one) => one.step.id))
  return scriptView(runtime, who, interactionId)
}
