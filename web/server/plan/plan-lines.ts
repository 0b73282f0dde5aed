import 'server-only'
import * as yup from '../../view/yup.ts'
import { checkLine, type PeopleFinding } from '@eudromos/core/plan'
import type { LineDraft } from '@eudromos/database'
import { peopleFindingText } from '../../messages/people-findings.ts'
import { lineShape, type StockView } from '../../view/line-shape.ts'
import { ofDraft, ofOne, strictly } from './plan-input.ts'
import { currentDocument, notValid, publish, type Saved } from './plan.ts'
import { notFound, problem, ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

const saveShape = ofDraft.concat(yup.object({ line: lineShape.required() }))
const fields: Partial<Record<PeopleFinding['code'], string>> = {
  nameTaken: 'name',
  notANumber: 'address',
  numberTaken: 'address',
  notAMailbox: 'address',
  mailboxTaken: 'address',
  asksForUnknown: 'requirements',
  hoursGone: 'hoursId',
}

export async function saveLine(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, line: given } = await saveShape.validate(input, strictly)
  const line = { ...given, queueIds: [...new Set(given.queueIds)], tags: [...new Set(given.tags)] } as LineDraft
  const fault = checkLine(line, await currentDocument(runtime)).find(({ severity }) => severity === 'fault')
  if (fault !== undefined) throw notValid(fault.code, peopleFindingText(fault), fields[fault.code] ?? 'queueIds')
  return publish(runtime, who, draft, line.name, { kind: 'line', line })
}

/** Nobody comes in by it any more; what came in stays where it is. */
export async function removeLine(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, id } = await ofOne.validate(input, strictly)
  const found = (await currentDocument(runtime)).lines.find((one) => one.id === id)
  if (found === undefined) throw notFound('This line')
  return publish(runtime, who, draft, found.name, { kind: 'deleteLine', id })
}

/** The numbers of the carrier's stock, and which lines have them. */
export async function readStock(runtime: Runtime): Promise<StockView> {
  const { lines } = await currentDocument(runtime)
  const numbers = await runtime.stock.numbers().catch((error: unknown) => {
    runtime.log.warn({ err: error }, 'no stock of numbers')
    throw new ProblemError(
      problem(503, 'noCarrier', 'No carrier', 'The carrier does not answer. Numbers can be picked when it does.'),
    )
  })
  return {
    numbers: numbers.map((one) => ({
      ...one,
      lineIds: lines.filter(({ address }) => address === one.number).map(({ id, channel }) => ({ id, channel })),
    })),
  }
}
