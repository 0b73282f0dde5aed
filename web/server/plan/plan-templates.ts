import 'server-only'
import * as yup from '../../view/yup.ts'
import { checkTemplate } from '@eudromos/core/plan'
import type { TemplateDraft } from '@eudromos/database'
import { peopleFindingText } from '../../messages/people-findings.ts'
import { templateShape } from '../../view/template-shape.ts'
import { ofDraft, ofOne, strictly } from './plan-input.ts'
import { currentDocument, notValid, publish, type Saved } from './plan.ts'
import { notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

const saveShape = ofDraft.concat(yup.object({ template: templateShape.required() }))

export async function saveTemplate(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, template: given } = await saveShape.validate(input, strictly)
  const template = given as TemplateDraft
  const fault = checkTemplate(template, await currentDocument(runtime)).find(({ severity }) => severity === 'fault')
  if (fault !== undefined)
    throw notValid(fault.code, peopleFindingText(fault), fault.code === 'nameTaken' ? 'name' : 'teamIds')
  return publish(runtime, who, draft, template.name, { kind: 'template', template })
}

/** Nobody finds it any more; what was written with it stays. */
export async function removeTemplate(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, id } = await ofOne.validate(input, strictly)
  const found = (await currentDocument(runtime)).templates.find((one) => one.id === id)
  if (found === undefined) throw notFound('This template')
  return publish(runtime, who, draft, found.name, { kind: 'deleteTemplate', id })
}
