import { readJson } from '../../../../server/edge/limits.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { inPath } from '../../../../server/edge/reading.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { answerShape, answerStep, scriptView } from '../../../../server/records/scripts.ts'
import { permit } from '../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The script that is followed in a conversation, and what was answered, for whoever has it. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    return Response.json(await scriptView(await runtime(), who, (await inPath(params)).id))
  })

/** Keeps the answer of one step. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const input = await answerShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    return Response.json(await answerStep(await runtime(), who, (await inPath(params)).id, input))
  })
