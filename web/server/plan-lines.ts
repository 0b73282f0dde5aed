import 'server-only'
import * as yup from 'yup'
import { checkLine } from '@eudromos/core/plan'
import type { LineDraft } from '@eudromos/database'
import { peopleFindingText } from '../messages/people.ts'
import { lineShape } from '../view/line-shape.ts'
import { currentDocument, notValid, publish, type Saved } from './plan.ts'
import { notFound } from './problem.ts'
import type { Runtime } from './runtime.ts'
import type { Who } from './who.ts'

const base = yup.object({ draft: yup.number().integer().min(0).required() })
const saveShape = base.concat(yup.object({ line: lineShape.required() }))
const removeShape = base.concat(yup.object({ id: yup.string().max(200).required() }))
const strictly = { abortEarly: false, stripUnknown: true } as const

export async function saveLine(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, line: given } = await saveShape.validate(input, strictly)
  const line = { ...given, queueIds: [...new Set(given.queueIds)] } as LineDraft
  const fault = checkLine(line, await currentDocument(runtime)).find(({ severity }) => severity === 'fault')
  if (fault !== undefined)
    throw notValid(fault.code, peopleFindingText(fault), fault.code === 'nameTaken' ? 'name' : 'queueIds')
  return publish(runtime, who, draft, line.name, { kind: 'line', line })
}

/** Nobody comes in by it any more; what came in stays where it is. */
export async function removeLine(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, id } = await removeShape.validate(input, strictly)
  const found = (await currentDocument(runtime)).lines.find((one) => one.id === id)
  if (found === undefined) throw notFound('This line')
  return publish(runtime, who, draft, found.name, { kind: 'deleteLine', id })
}
