import type { AnyId } from '@eudromos/core/plan'
import { merge, mergeShape, split } from '../../../../../server/customers/customers.ts'
import { readJson } from '../../../../../server/edge/limits.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { permit } from '../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

const idOf = async ({ params }: Context): Promise<AnyId> => (await inPath(params)).id

/** Another customer turned out to be this one. */
export const POST = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('customers.edit')
    const input = await mergeShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    await merge(await runtime(), who, await idOf(context), input)
    return new Response(null, { status: 204 })
  })

/** Who turned out to be another is one of their own again. */
export const DELETE = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('customers.edit')
    await split(await runtime(), who, await idOf(context))
    return new Response(null, { status: 204 })
  })
