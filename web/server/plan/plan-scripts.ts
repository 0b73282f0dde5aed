import 'server-only'
import * as yup from '../../view/yup.ts'
import { checkScript, type CallScript } from '@eudromos/core/plan'
import { peopleFindingText } from '../../messages/people-findings.ts'
import { scriptShape } from '../../view/script-shape.ts'
import { ofDraft, ofOne, strictly } from './plan-input.ts'
import { currentDocument, notValid, publish, type Saved } from './plan.ts'
import { notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

const saveShape = ofDraft.concat(yup.object({ script: scriptShape.required() }))

export async function saveScript(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, script: given } = await saveShape.validate(input, strictly)
  const script: CallScript = {
    ...given,
    // What a step does not ask for it does not have.
    steps: given.steps.map((step) => ({
      ...step,
      question: step.asks === 'nothing' ? '' : step.question,
      answers: step.asks === 'choice' ? step.answers : [],
    })),
  }
  const fault = checkScript(script, await currentDocument(runtime)).find(({ severity }) => severity === 'fault')
  if (fault !== undefined)
    throw notValid(fault.code, peopleFindingText(fault), fault.code === 'nameTaken' ? 'name' : 'steps')
  return publish(runtime, who, draft, script.name, { kind: 'script', script })
}

/** Nobody follows it any more; what was answered stays in the records. */
export async function removeScript(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, id } = await ofOne.validate(input, strictly)
  const found = (await currentDocument(runtime)).scripts.find((one) => one.id === id)
  if (found === undefined) throw notFound('This script')
  return publish(runtime, who, draft, found.name, { kind: 'deleteScript', id })
}
